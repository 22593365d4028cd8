import { createHmac, timingSafeEqual } from 'node:crypto';

/**
 * A text that says by itself that it is ours: with its signature behind it. It is readable by anybody, so it holds no
 * secret, and good for what it was signed for alone.
 */
export class Signature {
  private readonly secret: string;
  private readonly purpose: string;

  constructor(secret: string, purpose: string) {
    this.secret = secret;
    this.purpose = purpose;
  }

  sign(content: string): string {
    return `${content}.${this.of(content)}`;
  }

  /** The content, when the signature is genuine. */
  read(signed: string): string | undefined {
    const dot = signed.lastIndexOf('.');
    const content = signed.slice(0, Math.max(0, dot));
    const expected = Buffer.from(this.of(content));
    const given = Buffer.from(signed.slice(dot + 1));
    return expected.length === given.length && timingSafeEqual(expected, given) ? content : undefined;
  }

  private of(content: string): string {
    return createHmac('sha256', this.secret).update(`${this.purpose}${content}`).digest('base64url');
  }
}

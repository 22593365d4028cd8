import { createHmac, timingSafeEqual } from 'node:crypto';
import type { ServerOptions } from '../server.ts';

/** So many hexadecimal digits of a signature: guessed by nobody, and with the rest within the 64 of RFC 5321, 4.5.3.1.1. */
const SIGNED = 24;

/** A conversation, and whose it is. */
export interface LetterPlace {
  workspace: string;
  conversation: string;
}

/**
 * The addresses to which visitors answer letters, one for each conversation: `answers+1k-9c-SIGNATURE@chat.example`, by
 * subaddresses (RFC 5233). Without capitals, as some of those who pass mail on make them small.
 */
export class ReplyAddresses {
  private readonly secret: string;
  private readonly local: string;
  private readonly domain: string;

  /** @param address where mail for all of them comes in */
  constructor(address: string, secret: string) {
    const at = address.lastIndexOf('@');
    this.local = address.slice(0, at).toLowerCase();
    this.domain = address.slice(at + 1).toLowerCase();
    this.secret = secret;
  }

  of(place: LetterPlace): string {
    const parts = [place.workspace, place.conversation].map(id => BigInt(id).toString(36));
    return `${this.local}+${parts.join('-')}-${this.signed(place)}@${this.domain}`;
  }

  /** Which conversation an address is of; undefined when it is none of ours. */
  read(address: string): LetterPlace | undefined {
    const given = address.toLowerCase();
    const [before, after] = [`${this.local}+`, `@${this.domain}`];
    if (!given.startsWith(before) || !given.endsWith(after)) return undefined;
    const [, workspace, conversation, signature] =
      /^([0-9a-z]{1,13})-([0-9a-z]{1,13})-([0-9a-f]+)$/.exec(given.slice(before.length, -after.length)) ?? [];
    if (!workspace || !conversation || !signature) return undefined;
    const place = { workspace: numbered(workspace), conversation: numbered(conversation) };
    const [expected, was] = [Buffer.from(this.signed(place)), Buffer.from(signature)];
    return expected.length === was.length && timingSafeEqual(expected, was) ? place : undefined;
  }

  private signed({ workspace, conversation }: LetterPlace): string {
    return createHmac('sha256', this.secret)
      .update(`reply address ${workspace} ${conversation}`)
      .digest('hex')
      .slice(0, SIGNED);
  }
}

/** A number of base 36 as rows are numbered. */
function numbered(written: string): string {
  let number = 0n;
  for (const digit of written) number = number * 36n + BigInt(Number.parseInt(digit, 36));
  return String(number);
}

/** Those of this server; undefined where answers by email come in nowhere. */
export const replyAddresses = ({ replyAddress, inboundPort, secret }: ServerOptions): ReplyAddresses | undefined =>
  replyAddress && inboundPort !== undefined ? new ReplyAddresses(replyAddress, secret) : undefined;

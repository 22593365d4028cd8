import { Signature } from '../http/signed.ts';

/** How long a way back leads back, in milliseconds: a letter may lie for a while. */
const VALID_FOR = 30 * 24 * 60 * 60 * 1_000;
/** And one for who is there, which no browser keeps. */
const THERE_FOR = 12 * 60 * 60 * 1_000;
/** As what the page’s address carries it. */
const PARAMETER = 'kineta-back';
/** What stands between its parts: a dot parts the visitor from it where both are told together. */
const SEPARATOR = '~';

/**
 * Ways back into a conversation from a letter, in whichever browser that is read: they let in as the visitor whom the letter
 * was for, and so go to an address that the visitor has given, and to none else.
 */
export class WaysBack {
  private readonly signature: Signature;

  constructor(secret: string) {
    this.signature = new Signature(secret, 'way back ');
  }

  /**
   * The address of a page of the site, with the way back in it. Which page it was a browser has told: one that is none, or
   * another site’s, is taken for the site’s first.
   */
  onto(origin: string, page: string, { id, site }: { id: string; site: string }, now = Date.now()): string {
    const first = new URL(origin);
    const told = URL.canParse(page, origin) ? new URL(page, origin) : first;
    const address = told.origin === first.origin ? told : first;
    address.searchParams.set(PARAMETER, this.signed({ id, site }, now + VALID_FOR));
    return address.href;
  }

  /** By what somebody is let in again whom their site signs in, as long as their page may be there. */
  whileThere(visitor: { id: string; site: string }, now = Date.now()): string {
    return this.signed(visitor, now + THERE_FOR);
  }

  private signed({ id, site }: { id: string; site: string }, until: number): string {
    return this.signature.sign([id, site, until.toString(36)].join(SEPARATOR)).replaceAll('.', SEPARATOR);
  }

  /** Whether what was given as a visitor’s secret is a way back for them, on this site, that still leads there. */
  leads(given: string, { id, site }: { id: string; site: string }, now = Date.now()): boolean {
    const at = given.lastIndexOf(SEPARATOR);
    const content = this.signature.read(`${given.slice(0, Math.max(0, at))}.${given.slice(at + 1)}`);
    const [visitor, on, until] = content?.split(SEPARATOR) ?? [];
    return visitor === id && on === site && Number.parseInt(until ?? '', 36) >= now;
  }
}

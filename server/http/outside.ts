import { lookup as dnsLookup } from 'node:dns';
import { isIP, type LookupFunction } from 'node:net';
import { Agent } from 'undici';
import { isPublic } from './public-address.ts';

/**
 * Looks a host up, and lets only public addresses through. This is what the connection itself goes by: a name that
 * changes its address between a check and the call gains nothing.
 * @param blocked what is thrown for a host that lies inside
 */
export function publicOnly(blocked: () => Error): LookupFunction {
  return (host, options, done) => {
    dnsLookup(host, { ...options, all: true }, (error, addresses) => {
      if (error) return done(error, '', 4);
      const found = addresses.filter(({ address }) => isPublic(address));
      if (found.length === 0) return done(blocked(), '', 4);
      if (options.all) done(null, found);
      else done(null, found[0]!.address, found[0]!.family);
    });
  };
}

/** Whether an address names a host inside by its number, which is never looked up. */
export function isInsideByNumber({ hostname }: URL): boolean {
  const literal = hostname.replace(/^\[|\]$/g, '');
  return isIP(literal) !== 0 && !isPublic(literal);
}

/** The address at a stand-in: whatever the path looks like, it leads nowhere else. */
function placedAt(standIn: string, asked: URL): URL {
  const url = new URL(standIn);
  url.pathname = asked.pathname;
  url.search = asked.search;
  return url;
}

/** The ways out of here: to public addresses, to what is allowed inside, and to what stands in for a host. */
export class WaysOut {
  private readonly outside: Agent;
  private readonly anywhere = new Agent();
  private readonly standIns: ReadonlyMap<string, string>;
  private readonly blocked: () => Error;

  /**
   * @param standIns origins that answer in the place of a host, for demos and tests: `{ 'post.example': 'http://localhost:4402' }`
   * @param blocked what is thrown for an address inside, here or by the connection
   */
  constructor(standIns: Readonly<Record<string, string>>, blocked: () => Error) {
    this.standIns = new Map(Object.entries(standIns));
    this.blocked = blocked;
    this.outside = new Agent({ connect: { lookup: publicOnly(blocked) } });
  }

  /**
   * Where a request to an address goes, and by what.
   * @param allowed hosts, with their ports when those are not the usual ones, that may lie in private networks
   */
  to(asked: URL, allowed: readonly string[] = []): { url: URL; dispatcher: Agent; isAllowed: boolean } {
    const standIn = this.standIns.get(asked.host);
    const url = standIn === undefined ? asked : placedAt(standIn, asked);
    const isAllowed = standIn !== undefined || allowed.includes(url.host.toLowerCase());
    if (!isAllowed && isInsideByNumber(url)) throw this.blocked();
    return { url, dispatcher: isAllowed ? this.anywhere : this.outside, isAllowed };
  }

  async close(): Promise<void> {
    await Promise.all([this.outside.destroy(), this.anywhere.destroy()]);
  }
}

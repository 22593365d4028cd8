import { lookup as dnsLookup } from 'node:dns';
import { isIP, type LookupFunction } from 'node:net';
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

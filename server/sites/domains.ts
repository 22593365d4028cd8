import { allowsHost, OWN_MACHINE } from '@kineta/core';

/** Whether a page of this origin may carry the chat. */
export function allows(domains: readonly string[], origin: string): boolean {
  return URL.canParse(origin) && allowsHost(domains, new URL(origin).host);
}

/** The same for browsers, as the `frame-ancestors` of a Content-Security-Policy. */
export const ancestors = (domains: readonly string[]): string =>
  domains
    .map(domain => (OWN_MACHINE.includes(domain) ? `${domain}:*` : domain))
    .flatMap(host => [`http://${host}`, `https://${host}`])
    .join(' ');

const originAt = (host: string): string => `${/^(localhost|127\.)/.test(host) ? 'http' : 'https'}://${host}`;

/** The origin of the first domain that is one host; empty when there is none. */
export function originOf(domains: readonly string[]): string {
  const domain = domains.find(known => !known.startsWith('*.'));
  return domain === undefined ? '' : originAt(domain);
}

/**
 * Where a site is opened to be tried: at its first domain, or where the chat was last seen alive if no domain says a host, or
 * only one’s own machine without a port.
 */
export function originTried(domains: readonly string[], seenOn: string | null): string {
  const domain = domains.find(known => !known.startsWith('*.') && !OWN_MACHINE.includes(known));
  if (domain !== undefined) return originAt(domain);
  return seenOn !== null && allows(domains, `http://${seenOn}`) ? originAt(seenOn) : originOf(domains);
}

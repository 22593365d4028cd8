/** One’s own machine, on which pages are tried before they are anywhere: whatever port they stand on there. */
const OWN_MACHINE: readonly string[] = ['localhost', '127.0.0.1'];

/**
 * Whether a page of this origin may carry the chat. A domain is a host, with its port when that is not the usual one;
 * `*.brackenrow.example` stands for every host below it, and `localhost` for every port of one’s own machine.
 */
export function allows(domains: readonly string[], origin: string): boolean {
  let page: URL;
  try {
    page = new URL(origin);
  } catch {
    return false;
  }
  const { host, hostname } = page;
  return domains.some(domain => {
    if (domain.startsWith('*.')) return host.endsWith(domain.slice(1)) && host.length > domain.length - 1;
    return host === domain || (OWN_MACHINE.includes(domain) && hostname === domain);
  });
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

/** One’s own machine, on which pages are tried before they are anywhere: whatever port they stand on there. */
export const OWN_MACHINE: readonly string[] = ['localhost', '127.0.0.1'];

/**
 * Whether a page of this host may carry the chat. A domain is a host, with its port when that is not the usual one;
 * `*.brackenrow.example` stands for every host below it, and `localhost` for every port of one’s own machine.
 */
export function allowsHost(domains: readonly string[], host: string): boolean {
  const [name = ''] = host.split(':');
  return domains.some(domain => {
    if (domain.startsWith('*.')) return host.endsWith(domain.slice(1)) && host.length > domain.length - 1;
    return host === domain || (OWN_MACHINE.includes(domain) && name === domain);
  });
}

/**
 * Whether a page of this origin may carry the chat. A domain is a host, with its port when that is not the usual one;
 * `*.brackenrow.example` stands for every host below it.
 */
export function allows(domains: readonly string[], origin: string): boolean {
  let host: string;
  try {
    host = new URL(origin).host;
  } catch {
    return false;
  }
  return domains.some(domain =>
    domain.startsWith('*.') ? host.endsWith(domain.slice(1)) && host.length > domain.length - 1 : host === domain,
  );
}

/** The origin of the first domain that is one host; empty when there is none. */
export function originOf(domains: readonly string[]): string {
  const domain = domains.find(known => !known.startsWith('*.'));
  if (domain === undefined) return '';
  return `${/^(localhost|127\.)/.test(domain) ? 'http' : 'https'}://${domain}`;
}

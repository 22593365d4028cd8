import parsePolicy from 'content-security-policy-parser';

/** What a page’s policies have to let the chat do. */
export type Needed = 'script-src' | 'frame-src' | 'connect-src';

/** The directives that are asked one after the other; the first that a policy has decides (CSP 3, 6.8.3). */
const asked: Readonly<Record<Needed, readonly string[]>> = {
  'script-src': ['script-src-elem', 'script-src', 'default-src'],
  'frame-src': ['frame-src', 'child-src', 'default-src'],
  'connect-src': ['connect-src', 'default-src'],
};

const USUAL: Readonly<Record<string, string>> = { 'http:': '80', 'https:': '443' };
const portOf = ({ port, protocol }: URL): string => port || (USUAL[protocol] ?? '');

/** Whether a source of a policy is meant of an address (CSP 3, 6.7.2.8): of its scheme, its host, its port and its path. */
function matches(source: string, address: URL, page: URL): boolean {
  const plain = source.toLowerCase();
  if (plain === '*') return /^https?:$/.test(address.protocol);
  if (plain === "'self'") return address.origin === page.origin;
  if (/^[a-z][a-z0-9+.-]*:$/.test(plain))
    return address.protocol === plain || (plain === 'http:' && address.protocol === 'https:');
  const parts =
    /^(?:([a-z][a-z0-9+.-]*):\/\/)?(\*|(?:\*\.)?[a-z0-9.-]+|\[[0-9a-f:]+\])(?::(\d+|\*))?(\/[^?#]*)?$/i.exec(source);
  if (!parts) return false;
  const [, scheme, host = '', port, path] = parts;
  const wanted = scheme ? `${scheme.toLowerCase()}:` : page.protocol;
  if (address.protocol !== wanted && !(wanted === 'http:' && address.protocol === 'https:')) return false;
  const name = host.toLowerCase();
  const isHost =
    name === '*' || (name.startsWith('*.') ? address.hostname.endsWith(name.slice(1)) : address.hostname === name);
  if (!isHost) return false;
  const isPort = port === '*' || portOf(address) === (port ?? USUAL[address.protocol]);
  if (!isPort) return false;
  if (!path || path === '/') return true;
  return path.endsWith('/') ? address.pathname.startsWith(path) : address.pathname === path;
}

/**
 * What the policies of a page keep the chat from, each of them by itself.
 * @param policies the `Content-Security-Policy` fields and elements of the page
 * @param script where the loader is, on whose origin the rest of the chat is as well
 * @param nonce of the element that loads it, if it has one
 */
export function stopped(
  policies: readonly string[],
  { script, page, nonce }: { script: URL; page: URL; nonce?: string | undefined },
): Needed[] {
  const needed = Object.keys(asked) as Needed[];
  return needed.filter(one =>
    policies.some(policy => {
      const directives = parsePolicy(policy);
      const sources = asked[one].map(name => directives.get(name)).find(found => found !== undefined);
      if (!sources) return false;
      if (one === 'script-src') {
        if (nonce && sources.includes(`'nonce-${nonce}'`)) return false;
        // Then nothing counts but nonces, hashes, and what trusted scripts load.
        if (sources.some(source => source.toLowerCase() === "'strict-dynamic'")) return true;
      }
      return !sources.some(source => matches(source, script, page));
    }),
  );
}

/** The sources that a page under a strict policy has to add, by directive. Nothing `unsafe` is among them. */
export function sourcesFor(origin: string): Array<{ directive: Needed | 'img-src'; source: string }> {
  const directives = ['script-src', 'frame-src', 'connect-src', 'img-src'] as const;
  return directives.map(directive => ({ directive, source: origin }));
}

import { Readable } from 'node:stream';
import { createGunzip } from 'node:zlib';
import { Agent, fetch, type Response } from 'undici';
import type { PageFetched, PageNotFetched } from '../../house/ports.ts';
import { isInsideByNumber, publicOnly } from '../../http/outside.ts';
import { allows } from '../domains.ts';

class Inside extends Error {
  override name = 'Inside';
}

/** The most that is read of a page, in bytes, how long all of it may take, and how often it may send elsewhere. */
const MOST_BYTES = 2 * 1_024 * 1_024;
const WITHIN = 10_000;
const MOST_REDIRECTS = 5;

const outside = new Agent({ connect: { lookup: publicOnly(() => new Inside()) } });
const anywhere = new Agent();

function isInside(error: unknown): boolean {
  for (let at: unknown = error; at instanceof Error; at = at.cause) if (at instanceof Inside) return true;
  return false;
}

/** What comes, as far as it is read: what stands further down a page is not the chat’s line. */
async function beginningOf(stream: AsyncIterable<Uint8Array>): Promise<Buffer> {
  const parts: Uint8Array[] = [];
  let size = 0;
  for await (const part of stream) {
    parts.push(part);
    size += part.length;
    if (size > MOST_BYTES) break;
  }
  return Buffer.concat(parts);
}

/** What was packed with gzip, as far as it came and is read; nothing of what only says that it is. */
async function unpacked(packed: Buffer): Promise<Buffer> {
  async function* each(): AsyncGenerator<Uint8Array> {
    try {
      for await (const part of Readable.from([packed]).pipe(createGunzip())) yield part;
    } catch {
      // Cut off, or broken: what came before is read.
    }
  }
  return beginningOf(each());
}

/** A file that is packed itself, as sitemaps are (sitemaps.org), is no page that was packed for the way. */
const isPacked = (bytes: Buffer): boolean => bytes[0] === 0x1f && bytes[1] === 0x8b;

async function textOf(response: Response): Promise<string> {
  const bytes = await beginningOf(response.body ?? Readable.from([]));
  return (isPacked(bytes) ? await unpacked(bytes) : bytes).toString('utf8');
}

/**
 * Fetches a page of a site as a browser would be sent it, following where it sends. Every address on the way has to be of the
 * site’s own domains, and public: hosts inside a private network only where the site names them with their port, or the
 * workspace allows them.
 */
export async function fetchPage(
  address: URL,
  {
    domains,
    allowed,
    types = /html/i,
  }: { domains: readonly string[]; allowed: readonly string[]; types?: RegExp | undefined },
): Promise<PageFetched | PageNotFetched> {
  const signal = AbortSignal.timeout(WITHIN);
  let url = address;
  for (let hop = 0; hop <= MOST_REDIRECTS; hop++) {
    if (!/^https?:$/.test(url.protocol) || !allows(domains, url.origin))
      return { code: 'domain not allowed', about: url.host };
    const isAllowed = allowed.includes(url.host) || (domains.includes(url.host) && /^(localhost|127\.)/.test(url.host));
    if (!isAllowed && isInsideByNumber(url)) return { code: 'page not reached', about: 'inside' };
    let response: Response;
    try {
      response = await fetch(url, {
        headers: { accept: 'text/html,*/*;q=0.5', 'user-agent': 'Mozilla/5.0 (compatible; Kineta)' },
        redirect: 'manual',
        signal,
        dispatcher: isAllowed ? anywhere : outside,
      });
      const to = response.headers.get('location');
      if (response.status >= 300 && response.status < 400 && to && URL.canParse(to, url.href)) {
        await response.body?.cancel();
        url = new URL(to, url);
        continue;
      }
      if (!response.ok) {
        await response.body?.cancel();
        return { code: 'page not reached', about: String(response.status) };
      }
      if (!types.test(response.headers.get('content-type') ?? '')) {
        await response.body?.cancel();
        return { code: 'page not reached', about: 'no page' };
      }
      const policy = response.headers.get('content-security-policy');
      // Several policies of one field stand behind each other with commas.
      return { url, html: await textOf(response), policies: policy ? policy.split(',') : [] };
    } catch (error) {
      if (isInside(error)) return { code: 'page not reached', about: 'inside' };
      return { code: 'page not reached', about: signal.aborted ? 'slow' : 'silent' };
    }
  }
  return { code: 'page not reached', about: 'round in circles' };
}

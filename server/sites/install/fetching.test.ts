import { once } from 'node:events';
import { createServer, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { gzipSync } from 'node:zlib';
import { afterAll, beforeAll, expect, test } from 'vitest';
import { fetchPage } from './fetching.ts';

const SITEMAP = '<?xml version="1.0"?><urlset><url><loc>https://boats.example/dogs</loc></url></urlset>';
/** What stands at each path. */
const there: Record<string, Buffer> = {
  '/sitemap.xml.gz': gzipSync(SITEMAP),
  '/cut.xml.gz': gzipSync(SITEMAP + '<!-- boats -->'.repeat(2_000)).subarray(0, 150),
  '/bomb.xml.gz': gzipSync(Buffer.alloc(200 * 1_024 * 1_024, 'a')),
  '/none.xml.gz': Buffer.from([0x1f, 0x8b, 0x00, 0x01]),
};
let server: Server;
let host: string;

beforeAll(async () => {
  server = createServer((request, response) => {
    response.setHeader('content-type', 'application/gzip');
    response.end(there[request.url!]);
  }).listen(0, '127.0.0.1');
  await once(server, 'listening');
  host = `127.0.0.1:${(server.address() as AddressInfo).port}`;
});
afterAll(() => server.close());

const fetched = async (path: string): Promise<string> => {
  const page = await fetchPage(new URL(`http://${host}${path}`), { domains: [host], allowed: [host], types: /gzip/ });
  if ('code' in page) throw new Error(page.code);
  return page.html;
};

test('a file that is packed with gzip is unpacked, as far as it came', async () => {
  expect(await fetched('/sitemap.xml.gz')).toBe(SITEMAP);
  expect(await fetched('/cut.xml.gz')).toMatch(/^<\?xml/);
  expect(await fetched('/none.xml.gz')).toBe('');
});

test('of one that grows without end only the beginning is unpacked', async () => {
  const { length } = await fetched('/bomb.xml.gz');
  expect(length).toBeGreaterThan(2 * 1_024 * 1_024);
  expect(length).toBeLessThan(3 * 1_024 * 1_024);
});

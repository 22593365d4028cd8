import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { mayRead, readRobots, readsAll, readsNothing } from './robots.ts';
import { readSitemap } from './sitemap.ts';

const may = (robots: string, path: string) => mayRead(readRobots(robots), new URL(path, 'https://boats.example'));

describe('a robots.txt', () => {
  test.each([
    ['User-agent: *\nDisallow: /private', '/private/x', false],
    ['User-agent: *\nDisallow: /private', '/help', true],
    ['User-agent: *\nDisallow: /\nAllow: /help', '/help/boats', true],
    ['User-agent: *\nDisallow: /help\nAllow: /help', '/help', true],
    ['User-agent: *\nDisallow: /*.pdf$', '/a/b.pdf', false],
    ['User-agent: *\nDisallow: /*.pdf$', '/a/b.pdf?x', true],
    ['User-agent: other\nDisallow: /', '/help', true],
    ['User-agent: *\nDisallow: /\n\nUser-agent: Kineta\nDisallow: /x', '/help', true],
    ['User-agent: other\nUser-agent: kineta\nDisallow: /', '/help', false],
    ['user-agent : * # all\r\ndisallow:/a # here', '/a', false],
    ['User-agent: *\nDisallow:', '/help', true],
    ['<html>not found</html>', '/help', true],
  ])('%j says of %s that it may be read: %s', (robots, path, isSo) => {
    expect(may(robots, path)).toBe(isSo);
  });

  test('lets everything be read where there is none, nothing where it cannot be had, and ends whatever it holds', () => {
    expect(mayRead(readsAll, new URL('https://boats.example/x'))).toBe(true);
    expect(mayRead(readsNothing, new URL('https://boats.example/x'))).toBe(false);
    fc.assert(fc.property(fc.string({ maxLength: 400 }), text => void may(`User-agent: *\nDisallow: ${text}`, '/a')));
    const slow = `User-agent: *\nDisallow: /${'*a'.repeat(500)}$`;
    const began = performance.now();
    may(slow, `/${'a'.repeat(1_900)}b`);
    expect(performance.now() - began).toBeLessThan(2_000);
  });
});

describe('a sitemap', () => {
  test('lists pages, or further sitemaps', () => {
    const pages = `<?xml version="1.0"?><urlset xmlns:image="x"><url><loc> https://boats.example/a?x=1&amp;y=2 </loc>
      <image:image><image:loc>https://boats.example/a.png</image:loc></image:image></url>
      <url><loc>https://boats.example/b</loc></url></urlset>`;
    expect(readSitemap(pages)).toEqual({
      pages: ['https://boats.example/a?x=1&y=2', 'https://boats.example/b'],
      sitemaps: [],
    });
    const index = '<sitemapindex><sitemap><loc>https://boats.example/s.xml</loc></sitemap></sitemapindex>';
    expect(readSitemap(index)).toEqual({ pages: [], sitemaps: ['https://boats.example/s.xml'] });
  });

  test('is nothing else', () => {
    for (const text of ['<html><body>x</body></html>', '', 'plain', '{"a":1}'])
      expect(readSitemap(text)).toBeUndefined();
  });
});

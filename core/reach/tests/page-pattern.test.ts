import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { PagePattern, pageOf, pageTest, patternName, withBelow } from '../page-pattern.ts';
import cases from './url-patterns.json' with { type: 'json' };

describe('patterns of pages', () => {
  test.each(cases.cases as Array<[string, string, boolean | string]>)('%s and %s: %s', (pattern, page, expected) => {
    const isRead = PagePattern.safeParse(pattern).success;
    if (typeof expected === 'string') expect(isRead).toBe(false);
    else {
      expect(isRead).toBe(true);
      expect(pageTest(pattern)(pageOf(page))).toBe(expected);
      // On whatever host.
      expect(pageTest(pattern)(pageOf(`https://www.brackenrow.example${page}`))).toBe(expected);
    }
  });

  test('a whole address is of its host alone', () => {
    const isMeant = pageTest('https://*.brackenrow.example/help/*');
    expect(isMeant(pageOf('https://www.brackenrow.example/help/noise?a=b'))).toBe(true);
    expect(isMeant(pageOf('https://other.example/help/noise'))).toBe(false);
  });

  test('a page with all below it', () => {
    const pattern = withBelow('/help/');
    expect([pattern, patternName(pattern)]).toEqual(['/help{/*}?', '/help and below']);
    const isMeant = pageTest(pattern);
    expect(['/help', '/help/a', '/help/a/b?c', '/helpful'].map(page => isMeant(pageOf(page)))).toEqual([
      true,
      true,
      true,
      false,
    ]);
  });

  test('what is asked of a page may stand in a pattern', () => {
    const isMeant = pageTest('/book\\?from=*');
    expect(['/book?from=letter', '/book', '/book?to=x'].map(page => isMeant(pageOf(page)))).toEqual([
      true,
      false,
      false,
    ]);
  });

  test('whatever is written is a pattern that can be held against anything, or is refused', () => {
    fc.assert(
      fc.property(fc.string({ unit: 'grapheme' }), fc.webPath(), fc.webQueryParameters(), (written, path, query) => {
        const read = PagePattern.safeParse(`/${written}`);
        if (read.success) expect(typeof pageTest(read.data)(pageOf(`${path}?${query}`))).toBe('boolean');
      }),
    );
  });

  test('every page is its own pattern where nothing in it stands for others', () => {
    fc.assert(
      fc.property(fc.webPath(), path => {
        fc.pre(/^(\/[A-Za-z0-9_.~-]+)+$/.test(path) && !/\/\.{1,2}(\/|$)/.test(path));
        expect(pageTest(path)(pageOf(path))).toBe(true);
      }),
    );
  });
});

import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { noWishes, wishes } from './tests/wishes.ts';
import { understandWish } from './wish.ts';

describe('wanting a person', () => {
  test.each(wishes)('“%s” wants one', text => {
    expect(understandWish(text, 'en-GB')?.wish).toBe('person');
  });
  test.each(noWishes)('“%s” wants none', text => {
    expect(understandWish(text, 'en-GB')).toBeUndefined();
  });

  test('says by which words it was understood', () => {
    expect(understandWish('This is useless, get me a human now', 'en')?.by).toContain('get me a human');
  });

  test('goes by what a lead has put as well, as the whole of what is said', () => {
    const own = ['Fetch the duty manager', 'Rwy’n eisiau siarad'];
    expect(understandWish('No! fetch the duty manager', 'en-GB', own)?.wish).toBe('person');
    expect(understandWish('rwy’n eisiau siarad', 'en-GB', own)?.wish).toBe('person');
    expect(understandWish('who is the duty manager', 'en-GB', own)).toBeUndefined();
  });

  test('whatever is typed, and however long, it comes to an answer', () => {
    fc.assert(
      fc.property(
        fc.array(fc.oneof(fc.constantFrom(...wishes, ...noWishes), fc.string({ unit: 'grapheme' })), { maxLength: 40 }),
        parts => {
          const found = understandWish(parts.join(' '), 'en-GB');
          expect(found === undefined || found.by.length <= 120).toBe(true);
        },
      ),
      { numRuns: 200 },
    );
  });
});

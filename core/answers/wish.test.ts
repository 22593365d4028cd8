import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { noWishes, wishes } from './learning/en/examples.ts';
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

  describe('in a lead’s own wordings', () => {
    const own = ['put me through', 'Operator!', 'the Gaffer', '…'];
    test.each([
      ['could you put me through to the office', 'put me through'],
      ['operator', 'operator'],
      ['Operator please', 'operator'],
      ['I need this sorted. Get the gaffer, please', 'the gaffer'],
      ['is any1 there', 'any1 there'],
    ])('“%s” wants one', (text, by) => {
      expect(understandWish(text, 'en-GB', own)).toMatchObject({ wish: 'person', by });
    });
    test.each([
      'the operator of the lift came on Tuesday',
      'please don’t put me through',
      'through',
      'co-operators',
      'no',
    ])('“%s” wants none', text => {
      expect(understandWish(text, 'en-GB', own)).toBeUndefined();
    });
    test('without any, nothing more is understood', () => {
      expect(understandWish('operator', 'en-GB', [])).toEqual(understandWish('operator', 'en-GB'));
    });
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

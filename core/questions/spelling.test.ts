import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { Spelling } from './spelling.ts';

const spelling = new Spelling(
  ['Do you insulate lofts?', 'Your radiators and the insulation stay', 'radiators'],
  word => word === 'stays' || word === 'ladies',
);
const mended = (text: string) => spelling.mend(text).text;

describe('a word that is none', () => {
  test.each([
    ['a letter too few', 'raditors', 'radiators'],
    ['a letter too many', 'radiaators', 'radiators'],
    ['another letter', 'radietors', 'radiators'],
    ['two the wrong way round', 'raditaors', 'radiators'],
    ['a capital', 'Radietors', 'radiators'],
  ])('with %s is read as one of the articles’ own', (_, typed, read) => expect(mended(typed)).toBe(read));

  test('is told of with what it was read as', () => {
    expect(spelling.mend('is insulaton cheap')).toEqual({
      text: 'is insulation cheap',
      mended: [{ typed: 'insulaton', read: 'insulation' }],
    });
  });
  test.each(['gladiators', 'rxdixtors', 'lofs', 'heating'])('is left alone where nothing is near: %s', typed =>
    expect(mended(typed)).toBe(typed),
  );
});

test('a word of the language is never changed, however near it is', () => {
  expect(mended('stays')).toBe('stays');
});

test('what the articles say themselves stays as it is, whatever is typed around it', () => {
  fc.assert(
    fc.property(fc.string({ unit: 'grapheme' }), around => {
      expect(mended(`${around.replaceAll(/\p{L}/gu, '')} radiators`)).toContain('radiators');
      expect(() => mended(around)).not.toThrow();
    }),
  );
});

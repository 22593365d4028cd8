import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { Colour } from './colour.ts';
import { CONTROL, controlPairs, pageGround, paletteOf, type Scheme, veilOver, WORDS, wordPairs } from './palette.ts';
import { contrast, over } from './tones.ts';

const colour = fc
  .oneof(
    fc.integer({ min: 0, max: 0xffffff }),
    // Greys, where neither black nor white is far away, are rare among all colours.
    fc.integer({ min: 0, max: 255 }).map(value => value * 0x010101),
  )
  .map(value => `#${value.toString(16).padStart(6, '0')}`);
const scheme = fc.constantFrom<Scheme[]>('light', 'dark');
const apart = fc.option(colour, { nil: undefined });

test('whatever the colours are, all words and controls can be made out, and the launcher on the page', () => {
  fc.assert(
    fc.property(colour, apart, apart, scheme, (brand, visitor, launcher, scheme) => {
      const { palette } = paletteOf({ brand, visitor, launcher }, scheme);
      for (const [words, ground] of wordPairs)
        expect(contrast(palette[words], palette[ground]), `${words} on ${ground}`).toBeGreaterThanOrEqual(WORDS);
      for (const [control, ground] of controlPairs)
        expect(contrast(palette[control], palette[ground]), `${control} on ${ground}`).toBeGreaterThanOrEqual(CONTROL);
      expect(contrast(palette.launcher, pageGround[scheme])).toBeGreaterThanOrEqual(CONTROL);
    }),
    { numRuns: 1_000 },
  );
});

test('words over a picture in the header can be read whatever the picture shows', () => {
  fc.assert(
    fc.property(colour, scheme, colour, (brand, scheme, pixel) => {
      const { palette } = paletteOf({ brand }, scheme);
      const ground = over(palette.header, veilOver(palette), pixel);
      // Blending rounds to the 256 steps that screens have.
      expect(contrast(palette.onHeader, ground)).toBeGreaterThanOrEqual(WORDS - 0.1);
    }),
  );
});

test('whoever could have their colour has it', () => {
  fc.assert(
    fc.property(colour, brand => {
      const { palette, adjusted } = paletteOf({ brand }, 'light');
      const changed = (part: string) => adjusted.find(note => note.part === part);
      expect(changed('header')?.made ?? brand).toBe(palette.header);
      expect(changed('voice')?.made ?? brand).toBe(palette.voice);
      expect(changed('launcher')?.made ?? brand).toBe(palette.launcher);
      for (const { had, needed } of adjusted) expect(had).toBeLessThan(needed);
    }),
  );
});

describe('colours that are hard', () => {
  test('a grey on which neither white nor black can be read is made darker, and that is told', () => {
    const { palette, adjusted } = paletteOf({ brand: '#777777' }, 'light');
    expect(palette.onHeader).toBe('#ffffff');
    expect(adjusted).toContainEqual({
      part: 'header',
      asked: '#777777',
      made: palette.header,
      had: expect.closeTo(4.48, 1),
      needed: WORDS,
    });
  });
  test('white is kept for the header, with dark words; the launcher would be lost on a page', () => {
    const { palette, adjusted } = paletteOf({ brand: '#ffffff' }, 'light');
    expect(palette.header).toBe('#ffffff');
    expect(contrast(palette.onHeader, '#ffffff')).toBeGreaterThan(10);
    expect(adjusted.map(({ part }) => part)).toEqual(['voice', 'launcher']);
  });
  test('a colour that does is left as it is, and nothing is said', () => {
    const { palette, adjusted } = paletteOf({ brand: '#0e5a5f' }, 'light');
    expect(palette).toMatchObject({ header: '#0e5a5f', launcher: '#0e5a5f', voice: '#0e5a5f' });
    expect(adjusted).toEqual([]);
  });
});

test.each([
  ['#3C7A5F', '#3c7a5f'],
  ['3c7a5f', '#3c7a5f'],
  ['#fff', '#ffffff'],
  ['abc', '#aabbcc'],
  [' #777 ', '#777777'],
])('%s is read as %s', (written, read) => expect(Colour.parse(written)).toBe(read));

test.each(['', 'red', '#12', '#12345', '#gggggg', 'rgb(1,2,3)', '#ffffff;}'])('“%s” is no colour', written =>
  expect(Colour.safeParse(written).error?.issues[0]?.message).toBe('A colour is written like #3c7a5f.'),
);

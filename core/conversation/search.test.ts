import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { excerpt, saidSought, wordsSaid } from './search.ts';

/** What was found, as it stands in the excerpt. */
const shown = (text: string, sought: string): string[] => {
  const { text: part, found } = excerpt(text, saidSought(sought));
  return found.map(([from, to]) => part.slice(from, to));
};

describe('what was said', () => {
  test('is found by its words, whatever their case and accents, each once', () => {
    expect(wordsSaid('Café, café and CAFE 12 – 01632 960117')).toEqual(['cafe', 'and', '12', '01632', '960117']);
  });

  test('is looked for by how its words begin; single letters only when there is nothing else', () => {
    expect(saidSought('a Heat-pum')).toEqual(['heat', 'pum']);
    expect(saidSought('a')).toEqual(['a']);
    expect(saidSought('…!')).toEqual([]);
  });

  test('is shown with the words around what was looked for', () => {
    expect(shown('The boiler is noisy, and the Boilers next door too', 'boil')).toEqual(['boiler', 'Boilers']);
    expect(shown('Ein Café in Köln', 'cafe koln')).toEqual(['Café', 'Köln']);
    const long = `${'one two three '.repeat(40)}the boiler is cold ${'four five six '.repeat(40)}`;
    const { text } = excerpt(long, ['boiler']);
    expect(text).toMatch(/^….*the boiler is cold.*…$/);
    expect(text.length).toBeLessThanOrEqual(162);
  });

  test('whatever was said and looked for, what is marked begins with it, and no character is cut in two', () => {
    const said = fc
      .array(
        fc.oneof(fc.constantFrom('boiler', 'Kessel', '😀😀', 'a'.repeat(300), 'é'), fc.string({ unit: 'grapheme' })),
        {
          maxLength: 120,
        },
      )
      .map(parts => parts.join(' '));
    fc.assert(
      fc.property(said, fc.constantFrom('boil', 'kess', 'e', 'aaa'), (text, sought) => {
        const { text: part, found } = excerpt(text, saidSought(sought));
        expect(part.isWellFormed() || !text.isWellFormed()).toBe(true);
        expect([...part].length).toBeLessThanOrEqual(162);
        for (const [from, to] of found)
          expect(wordsSaid(part.slice(from, to)).some(word => word.startsWith(sought))).toBe(true);
        // Whoever finds it by its words is shown where.
        if (text.length <= 160 && wordsSaid(text).some(word => word.startsWith(sought)))
          expect(found.length).toBeGreaterThan(0);
      }),
    );
  });
});

import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { wordsOfPerson, wordsSought } from './findable.ts';

const person = { name: 'Zoë Brâncuși', email: 'z.b@Hearth.example', phone: '+447700900177' };

/** Any text, and long words of letters that take two places each. */
const anyName = fc.oneof(
  fc.string({ unit: 'binary', maxLength: 300 }),
  fc.nat(60).map(length => `a${'𐌰'.repeat(length)}`),
);

/** Whether who searches so finds them. */
const finds = (search: string, who: Parameters<typeof wordsOfPerson>[0] = person): boolean => {
  const words = wordsOfPerson(who);
  const asked = wordsSought(search);
  return asked.length > 0 && asked.every(word => words.some(own => own.startsWith(word)));
};

describe('who is found', () => {
  test.each([
    ['a name without its accents', 'zoe', true],
    ['in capitals', 'BRANCUSI', true],
    ['as it is written', 'Brâncuși', true],
    ['with accents apart', 'Bra\u0302ncus\u0326i', true],
    ['its beginning', 'bran', true],
    ['both names, turned round', 'brancusi zoe', true],
    ['the whole email', 'z.b@hearth.example', true],
    ['the host of it', 'hearth.ex', true],
    ['the end of the phone number', '900177', true],
    ['the phone number as it is written at home', '07700 900177', true],
    ['in brackets', '(07700) 900-177', true],
    ['as it is written abroad', '+44 7700 900177', true],
    ['another name with it', 'zoe farrow', false],
    ['a sign that stands for anything elsewhere', 'b%i', false],
    ['nothing but signs', '%_\\', false],
    ['nothing', ' ', false],
    ['half an emoji', '\ud83d', false],
  ])('%s', (_, search, found) => {
    expect(finds(search)).toBe(found);
  });

  test('every word has its bounds, whatever was typed as a name', () => {
    fc.assert(
      fc.property(anyName, name => {
        const words = wordsOfPerson({ name, email: null, phone: name });
        expect(words.length).toBeLessThanOrEqual(40);
        for (const word of words) {
          expect([...word].length).toBeLessThanOrEqual(40);
          // No half of a character, which no database takes.
          expect(word).not.toMatch(/\p{Surrogate}/u);
        }
        expect(new Set(words).size).toBe(words.length);
        expect(wordsSought(name).length).toBeLessThanOrEqual(8);
      }),
    );
  });

  test('whoever is searched by any beginning of any of their words is found', () => {
    fc.assert(
      fc.property(
        fc.array(fc.stringMatching(/^[a-zäé]{1,12}$/), { minLength: 1, maxLength: 4 }),
        fc.nat(),
        (names, at) => {
          const word = names[at % names.length]!;
          expect(finds(word.slice(0, 1 + (at % word.length)), { ...person, name: names.join(' ') })).toBe(true);
        },
      ),
    );
  });
});

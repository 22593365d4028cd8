import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { factsIn, filled, phrasesFor } from './phrase.ts';

const known = new Map([
  ['first name', 'Maud'],
  ['visit', '3 April'],
]);

describe('a phrase', () => {
  test.each<[string, string, string[]]>([
    ['Hello {first name}!', 'Hello Maud!', []],
    ['Hello {First Name|there}!', 'Hello Maud!', []],
    ['Hello {name|there}!', 'Hello there!', []],
    ['Hello{name|}!', 'Hello!', []],
    ['On {visit}, {name}?', 'On 3 April, {name}?', ['{name}']],
    ['No places, {} and {{}}', 'No places, {} and {{}}', []],
    ['{first name} {first name}', 'Maud Maud', []],
  ])('“%s”', (phrase, text, missing) => {
    expect(filled(phrase, known)).toEqual({ text, missing });
  });

  test('says which facts it has places for', () => {
    expect(factsIn('{First name|there}, {visit} and {visit}')).toEqual(['first name', 'visit']);
  });

  test('of whatever text, what is known stands in no place any more, and the rest is as it was', () => {
    fc.assert(
      fc.property(fc.string({ unit: fc.constantFrom('{', '}', '|', 'a', ' ', 'visit', '💬') }), text => {
        const { text: words, missing } = filled(text, new Map());
        if (factsIn(text).length === 0) expect(words).toBe(text);
        for (const place of missing) expect(words).toContain(place);
      }),
    );
  });
});

test('phrases are found by their shortcut, then by their words, what is used often first', () => {
  const phrases = [
    { shortcut: 'thanks', text: 'Thank you for waiting.', used: 2 },
    { shortcut: 'wait', text: 'One moment, please.', used: 0 },
    { shortcut: 'hours', text: 'We are open until 17:30; who waits is answered.', used: 9 },
    { shortcut: 'waiver', text: 'There is no fee.', used: 5 },
  ];
  const found = (typed: string) => phrasesFor(typed, phrases).map(({ shortcut }) => shortcut);
  expect(found('wai')).toEqual(['waiver', 'wait', 'hours', 'thanks']);
  expect(found('thank you')).toEqual(['thanks']);
  expect(found('')).toEqual(['hours', 'waiver', 'thanks', 'wait']);
  expect(found('nothing')).toEqual([]);
});

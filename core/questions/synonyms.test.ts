import fc from 'fast-check';
import { expect, test } from 'vitest';
import { Finder } from './finding.ts';
import { SynonymGroup, Synonyms } from './synonyms.ts';

const groups = [
  ['heat pump', 'ASHP', 'air source unit', 'air source'],
  ['C++ (course)', 'cpp'],
];
const synonyms = new Synonyms(groups);

test.each([
  ['How loud is an ashp?', 'How loud is an heat pump?'],
  ['Air  source unit or air source', 'heat pump or heat pump'],
  ['ashps and cashp are others', 'ashps and cashp are others'],
  ['cpp', 'C++ (course)'],
  ['heat pump', 'heat pump'],
])('%s', (text, read) => {
  expect(synonyms.in(text)).toBe(read);
});

test('what is asked in one word is found in the other', () => {
  const articles = [
    { id: '1', question: 'How loud is a heat pump?', answer: 'As a fridge.' },
    { id: '2', question: 'How loud is a boiler?', answer: 'As a kettle.' },
  ];
  expect(new Finder(articles, 'en').find(synonyms.in('ASHP noise'))[0]!.id).toBe('1');
});

test('whatever stands together, each is read as the first of its group, and the first as itself', () => {
  const words = fc.uniqueArray(fc.string({ unit: fc.constantFrom('a', 'ö', '+', '7'), minLength: 1, maxLength: 6 }), {
    minLength: 4,
    maxLength: 12,
  });
  fc.assert(
    fc.property(words, ([one, other, ...more]) => {
      const own = new Synonyms([
        [one!, ...more.slice(1)],
        [other!, more[0]!],
      ]);
      expect(own.in(one!)).toBe(one);
      expect(own.in(more[0]!)).toBe(other);
      for (const word of more.slice(1)) expect(own.in(word)).toBe(one);
    }),
  );
  expect(SynonymGroup.safeParse(['one']).success).toBe(false);
});

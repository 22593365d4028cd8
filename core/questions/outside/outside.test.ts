import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { unfounded } from './founded.ts';
import { composedFrom, serviceAnswered } from './outside.ts';

const price = {
  id: '1',
  question: 'What does a boat trip cost?',
  answer: 'A trip costs £1,850.50 a year, or £18 a day; half for those under twelve. Write to pier@boats.example.',
};
const pier = {
  id: '2',
  question: 'Where do the boats leave?',
  answer: 'From pier four, behind the Fish Market, every 20 minutes until 9 pm. See https://boats.example/pier/.',
};
const sources = [price.answer, `${pier.question} ${pier.answer}`];
const isWord = (word: string) =>
  ['you', 'the', 'for', 'boats', 'it', 'from', 'every', 'they', 'half', 'write'].includes(word);
const wrong = (text: string, more: Partial<Parameters<typeof unfounded>[1]> = {}) =>
  unfounded(text, { sources, language: 'en-GB', isWord, ...more }).map(({ what, is }) => `${what} ${is}`);

describe('a composed text says only what its sources have', () => {
  test.each([
    'You pay £18 a day, or £1850.50 a year.',
    'The boats leave every twenty minutes from pier 4, behind the Fish Market’s hall.',
    'It is half for those under 12. Write to [the pier](mailto:pier@boats.example) or see boats.example/pier.',
    'For you: one of the boats, until 9 pm.\n\n- Every 20 minutes\n- £18',
  ])('%s', text => {
    expect(wrong(text)).toEqual([]);
  });

  test.each([
    ['It costs £19 a day.', ['price £19']],
    ['It costs €18.', ['price €18']],
    ['It costs £18 a month.', ['number 18']],
    ['It costs 18 euros.', ['number 18']],
    ['They leave every 20 hours.', ['number 20']],
    ['They leave from pier five.', ['number five']],
    ['They leave every twenty-five minutes.', ['number twenty-five']],
    ['It is ３0% less.', ['number 30']],
    ['See https://boats.example/pier/tickets.', ['link https://boats.example/pier/tickets.']],
    ['See [this](https://other.example).', ['link https://other.example']],
    ['Write to captain@boats.example', ['link captain@boats.example']],
    ['Behind the Corn Market.', ['name Corn']],
    ['Marlow will meet you.', ['name Marlow']],
  ])('not “%s”', (text, found) => {
    expect(wrong(text)).toEqual(found);
  });

  test('what the lead says of the business may be named, but no number taken from it', () => {
    expect(wrong('From Tarrow Boats, for £9.', { named: ['You speak for Tarrow Boats. Never mention £9.'] })).toEqual([
      'price £9',
    ]);
  });

  test('whatever is said as it is written is founded, and any other price never', () => {
    fc.assert(
      fc.property(fc.integer({ min: 2, max: 99_999 }), fc.integer({ min: 2, max: 99_999 }), (one, other) => {
        const source = `The plan costs £${one.toLocaleString('en')} a month.`;
        const said = (amount: number, language = 'en') =>
          unfounded(`It costs £${amount} a month.`, { sources: [source], language, isWord: () => true });
        expect(said(one)).toEqual([]);
        if (one !== other) expect(said(other)).toEqual([{ what: 'price', is: `£${other}` }]);
      }),
    );
    fc.assert(
      fc.property(fc.string({ unit: 'grapheme', maxLength: 300 }), text => {
        expect(unfounded(text, { sources: [text], language: 'en' })).toEqual([]);
      }),
    );
  });
});

describe('what a model wrote', () => {
  const composed = (text: string) => composedFrom(text, [price, pier], { language: 'en', isWord });

  test('is said without its marks, with the sources that it names', () => {
    expect(composed('You pay £18 a day [1]. The boats leave from pier four [2].')).toEqual({
      did: 'composed',
      text: 'You pay £18 a day. The boats leave from pier four.',
      sources: ['1', '2'],
    });
  });

  test('is held against the sources that it names, and not against others', () => {
    expect(composed('You pay £18 a day [2].')).toEqual({ did: 'unfounded', what: 'price', is: '£18' });
  });

  test('without a source, or with one that is none, is not said', () => {
    expect(composed('You pay £18 a day.')).toEqual({ did: 'unfounded', what: 'source', is: '' });
    expect(composed('You pay £18 a day [3].')).toEqual({ did: 'unfounded', what: 'source', is: '[3]' });
  });

  test('may be that the answer is not there', () => {
    expect(composed('NOT THERE.')).toEqual({ did: 'did not know', by: 'composed' });
    expect(composed(' ')).toEqual({ did: 'did not know', by: 'composed' });
  });
});

describe('what a service answers', () => {
  test('is lines, choices, a wish for a person, or that it does not know', () => {
    expect(serviceAnswered({ lines: [' It is ready. ', ''], choices: ['Fetch it', 'Fetch it'], more: 1 })).toEqual({
      did: 'answered',
      lines: ['It is ready.'],
      choices: ['Fetch it'],
      person: false,
    });
    expect(serviceAnswered({ lines: [], person: true })).toMatchObject({ person: true });
    expect(serviceAnswered({ notKnown: true })).toEqual({ did: 'did not know', by: 'service' });
  });

  test('is nothing in another shape, or without a word', () => {
    for (const answer of [null, 'yes', {}, { lines: 'yes' }, { lines: [] }, { lines: [1] }, { notKnown: false }])
      expect(serviceAnswered(answer)).toBeUndefined();
  });

  test('is as long as may be said', () => {
    const answer = serviceAnswered({ lines: Array.from({ length: 9 }, () => 'x'.repeat(9_000)) });
    expect(answer).toMatchObject({ lines: Array.from({ length: 5 }, () => 'x'.repeat(2_000)) });
  });
});

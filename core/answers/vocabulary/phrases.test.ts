import fc from 'fast-check';
import { expect, test } from 'vitest';
import { dice } from '../../flow/dice.ts';
import { drawn, phrases, ways } from './phrases.ts';

test('what has ways to be said is said in each of them', () => {
  expect(phrases('{undo|change} {that|it}').sort()).toEqual(['change it', 'change that', 'undo it', 'undo that']);
});

test('a way may be nothing at all, and hold ways of its own', () => {
  expect(phrases('stop {it {now|}|}').sort()).toEqual(['stop', 'stop it', 'stop it now']);
});

test('what is said in two ways is there once', () => {
  expect(phrases('{stop|end}', 'stop')).toHaveLength(2);
});

test('a part that many phrases have stands on lines of its own', () => {
  const part = ways(`
    undo | change {that|it}
    take back
  `);
  expect(phrases(`please ${part}`).sort()).toEqual([
    'please change it',
    'please change that',
    'please take back',
    'please undo',
  ]);
});

test('one of all that a phrase says is drawn as the dice fall, and whatever is drawn is one of them', () => {
  const phrase = '{stop {it {now|}|}|end it}';
  expect(drawn(phrase, () => 0)).toBe('stop it now');
  fc.assert(
    fc.property(fc.integer(), seed => {
      expect(phrases(phrase)).toContain(drawn(phrase, dice(seed)));
    }),
  );
});

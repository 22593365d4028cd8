import { expect, test } from 'vitest';
import { phrases } from './phrases.ts';

test('what has ways to be said is said in each of them', () => {
  expect(phrases('{undo|change} {that|it}').sort()).toEqual(['change it', 'change that', 'undo it', 'undo that']);
});

test('a way may be nothing at all, and hold ways of its own', () => {
  expect(phrases('stop {it {now|}|}').sort()).toEqual(['stop', 'stop it', 'stop it now']);
});

test('what is said in two ways is there once', () => {
  expect(phrases('{stop|end}', 'stop')).toHaveLength(2);
});

import { likeness } from '@kineta/core';
import { meaningsLearntFrom } from '@kineta/core/learning';
import { describe, expect, test } from 'vitest';
import { englishEncoder } from './encoder.ts';
import { englishWords } from './spelling.ts';

const encoder = await englishEncoder();
const alike = async (one: string, other: string) => {
  const [first, second] = await encoder.encode([one, other]);
  return likeness(first!, second!);
};

describe('what a text means', () => {
  test('is near to the same in other words, and far from something else', async () => {
    const same = await alike('How do I reset my password?', 'i forgot my login');
    expect(same).toBeGreaterThan((await alike('How do I reset my password?', 'When are you open?')) + 0.2);
  });
  test('is nothing where there is no word, and the texts beside it keep their place', async () => {
    const [nothing, emoji, words] = await encoder.encode(['', '😀😀', 'When are you open?']);
    expect([nothing!.length, emoji!.length]).toEqual([0, 0]);
    expect(likeness(words!, (await encoder.encode(['When are you open?']))[0]!)).toBeGreaterThan(0.99);
  });
  test('is told of a message of any length', async () => {
    const [meaning] = await encoder.encode(['why 😀 '.repeat(600)]);
    expect(meaning!.length).toBeGreaterThan(0);
  });
  test('is what finding was learnt with', async () => {
    const learnt = [...meaningsLearntFrom()].filter((_, at) => at % 150 === 0);
    const meanings = await encoder.encode(learnt.map(([text]) => text));
    for (const [at, [, meaning]] of learnt.entries()) expect(likeness(meanings[at]!, meaning)).toBeGreaterThan(0.99);
  });
});

test('an English word is one, however it ends, and a misspelt one is none', () => {
  const isWord = englishWords();
  expect(['radiators', 'insulated', 'colour'].map(isWord)).toEqual([true, true, true]);
  expect(['raditors', 'insulatde'].map(isWord)).toEqual([false, false]);
});

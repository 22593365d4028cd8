import { expect, test } from 'vitest';
import { groupsOf } from './grouping.ts';
import { meaningOf } from './meaning.ts';

const meanings: Record<string, number[]> = {
  'do you fit chargers': [1, 0.1, 0],
  'can you put in a car charger': [0.95, 0.2, 0],
  'is there a discount': [0, 0, 1],
};
const known = (text: string) => (meanings[text] ? meaningOf(meanings[text]) : undefined);

test('what asks the same is put together, what is asked most first', () => {
  const texts = [
    'is there a discount',
    'do you fit chargers',
    'Do you fit chargers?',
    'can you put in a car charger',
    '?',
  ];
  expect(groupsOf(texts, known)).toEqual([[1, 2, 3], [0], [4]]);
  expect(groupsOf(texts, () => undefined)).toEqual([[1, 2], [0], [3], [4]]);
  expect(groupsOf([], known)).toEqual([]);
});

import { describe, expect, test } from 'vitest';
import table from './tests/typed-texts.json' with { type: 'json' };
import { TypedTexts, understood } from './understood.ts';

const { texts, ...where } = table;
const asked = TypedTexts.parse({ ...where, texts: texts.map(({ value: _, ...text }) => text) });

describe('what visitors type', () => {
  const made = understood(asked);
  test.each(texts.map((row, index) => [row.as, row.text, row.value, made[index]] as const))(
    'as %s, “%s” is %j',
    (_, __, value, found) => {
      expect(found).toEqual(value);
    },
  );

  test('is mostly understood', () => {
    expect(made.filter(value => value !== null).length / made.length).toBeGreaterThan(0.6);
  });
});

test.each([
  [{ ...where, texts: [{ text: 'x', as: 'colour' }] }],
  [{ ...where, now: 'today', texts: [] }],
  [{ ...where, texts: [{ text: 'x', as: 'number', more: 1 }] }],
])('a file that is none of texts is refused', file => {
  expect(TypedTexts.safeParse(file).success).toBe(false);
});

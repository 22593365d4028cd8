import fc from 'fast-check';
import { expect, test } from 'vitest';
import { mentionedIn } from './mentions.ts';

const priya = { id: '1', name: 'Priya Marlow' };
const tom = { id: '2', name: 'Tom Ashdown' };
const tomB = { id: '3', name: 'Tom Brill' };
const odile = { id: '4', name: 'Odilé' };

test.each<[string, Array<{ id: string }>]>([
  ['@Priya can you look?', [priya]],
  ['ask @priya marlow, please', [priya]],
  ['@Tom Ashdown and @Priya', [tom, priya]],
  ['@Priya @priya @PRIYA MARLOW', [priya]],
  // Which of the two is not said.
  ['@Tom?', []],
  ['@Tom Brill!', [tomB]],
  ['write to maud@priya.example', []],
  ['@Priyanka', []],
  ['(@Odilé)', [odile]],
  ['nobody', []],
  ['@', []],
])('“%s”', (text, found) => {
  expect(mentionedIn(text, [priya, tom, tomB, odile]).map(({ id }) => id)).toEqual(found.map(({ id }) => id));
});

test('whatever is written, only members are mentioned, and each once', () => {
  const members = [priya, tom, tomB, odile];
  fc.assert(
    fc.property(fc.string({ unit: fc.constantFrom('@', 'Priya', 'Tom', ' ', 'Marlow', 'é', '💬', 'x') }), text => {
      const found = mentionedIn(text, members).map(({ id }) => id);
      expect(new Set(found).size).toBe(found.length);
      for (const id of found) expect(members.map(member => member.id)).toContain(id);
    }),
  );
});

import { expect, test } from 'vitest';
import { onwards } from './trail.ts';

const at = (second: number) => new Date(Date.UTC(2026, 10, 24, 10, 0, second));

test('pages stand in the order in which they were come to, each since then, and the last twenty of them', () => {
  let trail = onwards([], '/', at(0));
  trail = onwards(trail, '/', at(1));
  expect(trail).toEqual([{ page: '/', at: at(0).toISOString() }]);
  trail = onwards(onwards(trail, '/help', at(2)), '/', at(3));
  expect(trail.map(({ page }) => page)).toEqual(['/', '/help', '/']);
  for (let count = 0; count < 40; count++) trail = onwards(trail, `/${count}`, at(4));
  expect(trail).toHaveLength(20);
  expect(trail.at(-1)?.page).toBe('/39');
  expect(onwards([], 'x'.repeat(5_000), at(5))[0]!.page).toHaveLength(300);
});

import { afterEach, beforeEach, expect, test, vi } from 'vitest';

let kept: Record<string, string>;
beforeEach(() => {
  kept = {};
  vi.stubGlobal('localStorage', kept);
  vi.useFakeTimers({ now: Date.parse('2026-11-24T10:12:00Z') });
  vi.resetModules();
});
afterEach(() => {
  vi.unstubAllGlobals();
  vi.useRealTimers();
});
const memory = () => import('./memory.ts');
/** As on the next page, of which nothing is in memory. */
const nextPage = () => {
  vi.resetModules();
  return memory();
};

test('pages within half an hour are one visit; who comes later is on another', async () => {
  const { recall } = await memory();
  expect(recall(true)).toMatchObject({ visits: 1, inVisit: 0 });
  vi.advanceTimersByTime(29 * 60_000);
  expect((await nextPage()).recall(true).visits).toBe(1);
  vi.advanceTimersByTime(3 * 86_400_000);
  const later = await nextPage();
  const again = later.recall(true);
  expect([again.visits, later.daysAway(again)]).toEqual([2, 3]);
  expect(again.lot).toBe(recall(true).lot);
});

test('what appeared counts for the visit and the day, and what was sent away is known', async () => {
  const { recall, remember, withAppeared, withSentAway } = await memory();
  remember(withSentAway(withAppeared(withAppeared(recall(true), 'a'), 'b'), 'a'), true);
  expect((await nextPage()).recall(true)).toMatchObject({ inVisit: 2, inDay: 2, sentAway: ['a'] });
  vi.advanceTimersByTime(86_400_000);
  const next = (await nextPage()).recall(true);
  expect(next).toMatchObject({ inVisit: 0, inDay: 0, sentAway: ['a'] });
  expect(Object.keys(next.appeared)).toEqual(['a', 'b']);
});

test('only the last hundred cues are remembered', async () => {
  const { recall, withAppeared } = await memory();
  let all = recall(true);
  for (let at = 0; at < 150; at++) all = withAppeared(all, `cue-${at}`);
  expect(Object.keys(all.appeared)).toHaveLength(100);
  expect(Object.keys(all.appeared).at(-1)).toBe('cue-149');
});

test('nothing is kept where the page waits for its visitor to agree, and what was is taken away', async () => {
  const { recall } = await memory();
  recall(true);
  expect(Object.keys(kept)).toEqual(['kineta.reach']);
  recall(false);
  expect(kept).toEqual({});
});

test.each(['{', 'null', '{"visits":"x"}'])('a browser that kept nonsense begins anew: %s', async nonsense => {
  kept['kineta.reach'] = nonsense;
  expect((await memory()).recall(true).visits).toBeGreaterThanOrEqual(1);
});

test('a browser that keeps nothing remembers for the page', async () => {
  vi.stubGlobal('localStorage', undefined);
  const { recall, remember } = await memory();
  remember({ ...recall(true), inDay: 2 }, true);
  expect(recall(true).inDay).toBe(2);
});

test('a mark says nothing of its visitor, and is another each time', async () => {
  const { made } = await memory();
  const marks = Array.from({ length: 50 }, made);
  expect(new Set(marks).size).toBe(50);
  for (const mark of marks) expect(mark).toMatch(/^[A-Za-z0-9_-]{22}$/);
});

import fc from 'fast-check';
import { expect, test } from 'vitest';
import { Flow } from './format.ts';
import { everyKind } from './tests/every-kind.ts';
import { anyFlow } from './tests/flow.arbitrary.ts';
import { waysOf } from './ways.ts';

test('every scene is a station, with where it lets go of the visitor and what leads on', () => {
  const { stations, ways } = waysOf(Flow.parse(everyKind));
  expect(stations.map(({ title, endings }) => [title, endings])).toEqual([
    ['Everything a conversation can do', ['To Sales', 'Ends: lead']],
    ['Kind words', []],
    ['Other ways on', ['Ends']],
    ['Once more', []],
    ['Somewhere else', ['On with “First visit”']],
  ]);
  expect(ways).toContainEqual(expect.objectContaining({ from: 'ways', to: 'round', labels: ['Yes'] }));
  expect(ways).toContainEqual({ from: 'main', to: 'ways', step: 'over', labels: ['when nobody is there'] });
  expect(stations.some(({ deadEnd }) => deadEnd)).toBe(false);
});

test('ways join stations that are there, each pair once', () => {
  fc.assert(
    fc.property(anyFlow, flow => {
      const { stations, ways } = waysOf(flow);
      const scenes = stations.map(({ scene }) => scene);
      expect(scenes).toEqual(flow.scenes.map(({ id }) => id));
      for (const { from, to, step } of ways) {
        expect(scenes).toEqual(expect.arrayContaining([from, to]));
        expect(flow.scenes.find(({ id }) => id === from)!.steps.map(({ id }) => id)).toContain(step);
      }
      expect(new Set(ways.map(({ from, to }) => `${from} ${to}`)).size).toBe(ways.length);
    }),
    { numRuns: 100 },
  );
});

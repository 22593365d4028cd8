import fc from 'fast-check';
import { expect, test } from 'vitest';
import { difference } from './difference.ts';
import { applyAll, type Edit } from './edits.ts';
import type { Flow } from './format.ts';
import type { Step } from './steps/registry.ts';
import { anyFlow } from './tests/flow.arbitrary.ts';

const byName = (flow: Flow): Flow => ({
  ...flow,
  facts: flow.facts.toSorted((a, b) => (a.name < b.name ? -1 : 1)),
});

test('makes any flow into any other', () => {
  fc.assert(
    fc.property(anyFlow, anyFlow, (before, after) => {
      const edits = difference(before, after);
      expect(byName(applyAll(before, edits).flow)).toEqual(byName(after));
      expect(applyAll(before, edits).clashed).toEqual([]);
      expect(difference(after, after)).toEqual([]);
    }),
    { numRuns: 300 },
  );
});

const say = (id: string): Step => ({ id, kind: 'say', line: [[{ text: id }]] });
const flow = (...scenes: string[][]): Flow => ({
  format: 'kineta.flow/2',
  name: 'First visit',
  speaker: 'Robin',
  facts: [],
  scenes: scenes.map((steps, index) => ({ id: `scene-${index}`, title: `Scene ${index}`, steps: steps.map(say) })),
});
const kinds = (edits: Edit[]): string[] => edits.map(({ edit }) => edit);

test('names what was moved, and not what only made room for it', () => {
  expect(kinds(difference(flow(['a', 'b', 'c', 'd']), flow(['b', 'c', 'd', 'a'])))).toEqual(['move step']);
  expect(kinds(difference(flow(['a', 'b'], ['c']), flow(['b'], ['c', 'a'])))).toEqual(['move step']);
  expect(kinds(difference(flow(['a', 'b']), flow(['new', 'a', 'b'])))).toEqual(['insert step']);
  expect(kinds(difference(flow(['a', 'b'], ['c']), flow(['a', 'b'])))).toEqual(['remove scene']);
});

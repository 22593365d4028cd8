import fc from 'fast-check';
import { expect, test } from 'vitest';
import { Clip, clipOf, pasteClip } from './clip.ts';
import { applyAll } from './edits.ts';
import { blankFlow, Flow } from './format.ts';
import { everyKind } from './tests/every-kind.ts';
import { anyFlow } from './tests/flow.arbitrary.ts';

let count = 0;
const id = () => `new-${++count}`;

test('any steps go from any flow into any other, which stays one, and takes them out again', () => {
  fc.assert(
    fc.property(anyFlow, anyFlow, (from, to) => {
      const ids = from.scenes.flatMap(scene => scene.steps.map(step => step.id));
      if (ids.length === 0) return;
      const clip = Clip.parse(JSON.parse(JSON.stringify(clipOf(from, ids))));
      const { edits, steps } = pasteClip(to, clip, to.scenes[0]!.id, 0, id);
      const { flow, inverse, clashed } = applyAll(to, edits);
      expect(clashed).toEqual([]);
      expect(Flow.parse(flow).scenes[0]!.steps.slice(0, ids.length)).toEqual(steps);
      expect(applyAll(flow, inverse).flow).toEqual(to);
    }),
    { numRuns: 100 },
  );
});

test('what steps say of each other goes along, with the facts they mention and no others', () => {
  const clip = clipOf(Flow.parse(everyKind), ['email', 'chart']);
  expect(clip.facts.map(({ name }) => name)).toEqual(['first name', 'email', 'heating bill', 'yearly saving']);
  const to = blankFlow('Other', 'Robin', id);
  const { flow } = applyAll(to, pasteClip(to, clip, to.scenes[0]!.id, 1, id).edits);
  const [, chart, email] = flow.scenes[0]!.steps;
  expect(email).toMatchObject({ kind: 'email', charts: [chart!.id] });
  expect(chart!.id).not.toBe('chart');
  expect(flow.facts).toHaveLength(4);
});

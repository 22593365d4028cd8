import fc from 'fast-check';
import { expect, test } from 'vitest';
import { type Compared, compare, isSame, type Stretch } from './comparison.ts';
import type { Step } from './steps/registry.ts';
import { anyFlow } from './tests/flow.arbitrary.ts';
import { end, flowOf, line, say } from './tests/perform.ts';

const ask = (choices: Array<{ id: string; label: string; to?: string }>): Step => ({
  id: 'q',
  kind: 'ask',
  line: line('What can I do for you?'),
  answer: { type: 'choice', choices },
  tries: 2,
});
const before = flowOf({
  a: [
    say('hello', 'Hello there!'),
    ask([
      { id: 'p', label: 'Price', to: 'b' },
      { id: 'o', label: 'Other' },
    ]),
    say('gone', 'Goodbye.'),
    { ...end, id: 'e1' },
  ],
  b: [say('x', 'One'), say('y', 'Two'), { ...end, id: 'e2' }],
});

const version = (stretches: Stretch[], which: 'before' | 'after'): string =>
  stretches
    .filter(({ only }) => only === undefined || only === which)
    .map(({ text }) => text)
    .join('');
const told = ({ scenes }: Compared): string[] =>
  scenes.flatMap(({ title, steps }) =>
    steps.map(step => `${version(title, 'after')} ${step.number} ${step.kind}: ${step.what.join(', ')}`),
  );

test('tells what was reworded, leads elsewhere, is new, moved and deleted', () => {
  const after = flowOf(
    {
      a: [
        say('hello', 'Good morning!'),
        ask([
          { id: 'p', label: 'Price' },
          { id: 'o', label: 'Other', to: 'b' },
        ]),
        { ...end, id: 'e1' },
      ],
      b: [say('y', 'Two'), say('x', 'One'), say('new', 'Three'), { id: 'e2', kind: 'end', outcome: 'lead' }],
    },
    [{ name: 'email', type: 'email', scope: 'visitor' }],
  );
  const comparison = compare(before, { ...after, name: 'Second visit' });
  expect(told(comparison)).toEqual([
    'a 1 say: reworded',
    'a 2 ask: leads elsewhere',
    'a 3 say: deleted',
    'b 1 say: moved',
    'b 3 say: new',
    'b 4 end: reworded',
  ]);
  const [hello, question] = comparison.scenes[0]!.steps;
  expect(hello!.sentence).toContainEqual({ text: 'Hello', only: 'before' });
  expect(question!.exits).toEqual([
    { label: 'Price', before: '“b”', after: 'the next step' },
    { label: 'Other', before: 'the next step', after: '“b”' },
  ]);
  expect(comparison.facts).toEqual(['The fact “email” (email) is new.']);
  expect(version(comparison.name, 'after')).toBe('Second visit');
});

test('tells of scenes that are new, renamed and deleted, and where a step came from', () => {
  const [a, b] = before.scenes;
  const after = {
    ...before,
    scenes: [
      { ...a!, title: 'Greeting', steps: [b!.steps[0]!, ...a!.steps] },
      { id: 'c', title: 'Third', steps: [{ ...end, id: 'e3' }] },
    ],
  };
  const { scenes } = compare(before, after);
  expect(scenes.map(({ scene, what }) => [scene, what])).toEqual([
    ['a', undefined],
    ['c', 'new'],
    ['b', 'deleted'],
  ]);
  expect(version(scenes[0]!.title, 'before')).toBe('a');
  expect(scenes[0]!.steps[0]).toMatchObject({ step: 'x', what: ['moved'], cameFrom: 'b' });
  // What was moved away has not been deleted with its scene.
  expect(scenes[2]!.steps.map(({ step }) => step)).toEqual(['y', 'e2']);
});

test('of any two flows: nothing changed only when nothing did, and both versions can be read from it', () => {
  fc.assert(
    fc.property(anyFlow, anyFlow, (one, other) => {
      expect(isSame(compare(one, one))).toBe(true);
      const steps = (flow: typeof one) => new Set(flow.scenes.flatMap(scene => scene.steps.map(({ id }) => id)));
      const comparison = compare(one, other);
      for (const { steps: changed } of comparison.scenes)
        for (const { step, what } of changed) {
          expect(what.includes('new')).toBe(!steps(one).has(step));
          expect(what.includes('deleted')).toBe(!steps(other).has(step));
        }
      const found = comparison.scenes.flatMap(({ steps: changed }) => changed.map(({ step }) => step));
      for (const id of steps(one)) if (!steps(other).has(id)) expect(found).toContain(id);
      for (const id of steps(other)) if (!steps(one).has(id)) expect(found).toContain(id);
    }),
    { numRuns: 200 },
  );
});

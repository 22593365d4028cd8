import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { applyAll } from './edits.ts';
import { mentionsOf, renameFact } from './mentions.ts';
import type { Step } from './steps/registry.ts';
import { anyFlow } from './tests/flow.arbitrary.ts';
import { end, flowOf, line } from './tests/perform.ts';

const steps: Step[] = [
  { id: 'a', kind: 'say', line: [[{ text: 'bill ' }, { fact: 'bill', otherwise: 'bill' }]] },
  { id: 'b', kind: 'work out', fact: 'saving', formula: 'bill * 0.3 + heating bill' },
  {
    id: 'c',
    kind: 'decide',
    ways: [{ when: { any: [{ fact: 'saving', is: 'is known' }, { not: { fact: 'bill', is: 'is', value: 1 } }] } }],
    otherwise: {},
  },
  {
    id: 'd',
    kind: 'call service',
    method: 'GET',
    url: 'https://post.example/{bill}/bill',
    take: [{ path: 'bill', fact: 'bill' }],
    limit: 5,
    tries: 1,
  },
  { id: 'e', kind: 'email', to: { fact: 'email' }, subject: line('bill'), line: [[{ fact: 'bill' }]] },
];
const flow = flowOf({ a: [...steps, end] }, [
  { name: 'bill', type: 'money', scope: 'conversation' },
  { name: 'heating bill', type: 'money', scope: 'conversation' },
  { name: 'saving', type: 'money', scope: 'conversation' },
  { name: 'email', type: 'email', scope: 'visitor' },
]);
const names = flow.facts.map(fact => fact.name);

describe('what a step mentions', () => {
  test.each([
    ['a', ['bill']],
    ['b', ['saving', 'bill', 'heating bill']],
    ['c', ['saving', 'bill']],
    ['d', ['bill']],
    ['e', ['email', 'bill']],
  ])('step %s', (id, mentioned) => {
    const step = steps.find(known => known.id === id)!;
    expect([...mentionsOf(step, names)].toSorted()).toEqual(mentioned.toSorted());
  });
});

describe('renaming a fact', () => {
  const renamed = applyAll(flow, renameFact(flow, 'bill', 'yearly cost')).flow;

  test('changes it wherever it is meant, and nothing that only looks like it', () => {
    expect(renamed.facts.map(fact => fact.name)).toEqual(['yearly cost', 'heating bill', 'saving', 'email']);
    expect(renamed.scenes[0]!.steps).toMatchObject([
      { line: [[{ text: 'bill ' }, { fact: 'yearly cost', otherwise: 'bill' }]] },
      { formula: 'yearly cost * 0.3 + heating bill' },
      { ways: [{ when: { any: [{ fact: 'saving' }, { not: { fact: 'yearly cost' } }] } }] },
      { url: 'https://post.example/{yearly cost}/bill', take: [{ path: 'bill', fact: 'yearly cost' }] },
      { subject: [[{ text: 'bill' }]], line: [[{ fact: 'yearly cost' }]] },
      {},
    ]);
  });

  test('there and back is the same flow, and undone it is too', () => {
    fc.assert(
      fc.property(anyFlow, any => {
        const edits = renameFact(any, 'bill', 'yearly cost');
        const { flow: there, inverse } = applyAll(any, edits);
        expect(applyAll(there, inverse).flow).toEqual(any);
        expect(applyAll(there, renameFact(there, 'yearly cost', 'bill')).flow).toEqual(any);
        const left = there.scenes
          .flatMap(scene => scene.steps)
          .filter(step => mentionsOf(step, [...names, 'bill']).has('bill'));
        expect(left).toEqual([]);
      }),
      { numRuns: 60 },
    );
  });
});

import type { Flow, Scene, Step } from '@kineta/core';
import { line } from '../journeys/steps.ts';

const SCENES = 60;
const STEPS = 400;
/** So many scenes are gone through from the first to the end. */
const TRACK = 10;

/** The steps of one scene: two questions, a decision over the answers, lines, and a way on. */
function scene(index: number, steps: number): Scene {
  const id = `scene-${index}`;
  const next = index % TRACK === TRACK - 1 ? undefined : `scene-${index + 1}`;
  const other = `scene-${(Math.floor(index / TRACK) * TRACK + TRACK + (index % TRACK)) % SCENES}`;
  const kind = `kind ${index % 20}`;
  const amount = `amount ${index % 20}`;
  const all: Step[] = [
    {
      id: `${id}-ask`,
      kind: 'ask',
      line: line(`What sort of home is it, asked in scene ${index}?`),
      answer: {
        type: 'choice',
        choices: ['Flat', 'Semi-detached', 'Detached', 'Terraced'].map((label, at) => ({
          id: `${id}-c${at}`,
          label,
          // The last leads to another track, the way there being the same.
          ...(at === 3 && index % TRACK === 0 ? { to: other } : {}),
        })),
      },
      fact: kind,
      tries: 2,
    },
    {
      id: `${id}-amount`,
      kind: 'ask',
      line: [[{ text: 'And what do you spend in a year, for a ' }, { fact: kind, otherwise: 'home' }, { text: '?' }]],
      answer: { type: 'number' },
      fact: amount,
      tries: 2,
    },
    {
      id: `${id}-decide`,
      kind: 'decide',
      ways: [{ when: { all: [{ fact: amount, is: 'is more than', value: 90_000 }] }, to: `scene-${SCENES - 1}` }],
      otherwise: {},
    },
    ...(index % TRACK === 5
      ? [{ id: `${id}-work`, kind: 'work out' as const, fact: 'saving', formula: `${amount} * 0.38 - 120` }]
      : [{ id: `${id}-score`, kind: 'score' as const, fact: 'score', points: 5, reason: 'answered' }]),
    {
      id: `${id}-say`,
      kind: 'say',
      line: [[{ text: 'You said ' }, { fact: amount, otherwise: 'nothing' }, { text: '.' }]],
    },
  ];
  for (let more = all.length; more < steps - 1; more++)
    all.push({
      id: `${id}-line-${more}`,
      kind: 'say',
      line: line('One more line, about as long as lines of flows are.'),
    });
  all.push(
    next === undefined
      ? { id: `${id}-end`, kind: 'end', outcome: index % 2 ? 'lead' : 'answered' }
      : { id: `${id}-go`, kind: 'go', to: next },
  );
  return { id, title: `Scene ${index + 1}`, steps: all };
}

/** A flow of 400 steps in 60 scenes, six tracks of ten that cross, as large ones are. */
export function largeFlow(): Flow {
  const scenes = Array.from({ length: SCENES }, (_, index) =>
    scene(index, Math.floor(STEPS / SCENES) + (index < STEPS % SCENES ? 1 : 0)),
  );
  return {
    format: 'kineta.flow/2',
    name: 'A large flow',
    speaker: 'Robin',
    facts: [
      ...Array.from({ length: 20 }, (_, index) => [
        { name: `kind ${index}`, type: 'choice' as const, scope: 'conversation' as const },
        { name: `amount ${index}`, type: 'number' as const, scope: 'conversation' as const },
      ]).flat(),
      { name: 'saving', type: 'money', scope: 'conversation' },
      { name: 'score', type: 'number', scope: 'visitor' },
    ],
    scenes,
  };
}

import type { Flow, Step } from '@kineta/core';

/** An edition of the flow, and for how many days it has been live by now. */
export interface PastEdition {
  number: number;
  content: Flow;
  days: number;
}

function withStep(flow: Flow, id: string, change: (step: Step) => Step | undefined): Flow {
  const scenes = flow.scenes.map(scene => ({
    ...scene,
    steps: scene.steps.flatMap(step => (step.id === id ? (change(step) ?? []) : [step])),
  }));
  return { ...flow, scenes };
}

const worded = (flow: Flow, id: string, text: string): Flow =>
  withStep(flow, id, step => ({ ...step, line: [[{ text }]] }) as Step);

/**
 * The editions that Brackenrow’s first visit has had, the oldest first: the first greeted in other words and asked flats that are
 * rented for all of it, the second had learnt not to, and the third is as its file is.
 */
export function editionsOf(flow: Flow): PastEdition[] {
  const first = withStep(
    worded(flow, 'greet', 'Hello, this is Robin of Brackenrow. How can I help?'),
    'tenant',
    () => undefined,
  );
  const second = worded(flow, 'tell', 'A survey makes a fixed price of it.');
  return [
    { number: 1, content: first, days: 92 },
    { number: 2, content: second, days: 58 },
    { number: 3, content: flow, days: 19 },
  ];
}

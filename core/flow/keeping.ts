import { FactName, type Value } from '../facts/fact.ts';
import { addFact, changeStep } from './changes.ts';
import type { Edit } from './edits.ts';
import type { Flow } from './format.ts';
import type { Id } from './id.ts';
import { kindOf, type Step } from './steps/registry.ts';

/** A name for what is answered to a question: its words, as many as a name that is read in sentences can have. */
const LONGEST = 40;

/** A question whose answer is kept in no fact yet. */
export interface Unkept {
  step: Id;
  question: string;
}

function freeName(question: string, taken: ReadonlySet<string>): string {
  const words = question.toLowerCase().match(/[\p{L}\p{N}]+/gu) ?? [];
  let name = '';
  for (const word of words) {
    if (name.length + word.length + 1 > LONGEST) break;
    name = name === '' ? word : `${name} ${word}`;
  }
  if (!FactName.safeParse(name).success) name = 'answer';
  let free = name;
  for (let count = 2; taken.has(free); count++) free = `${name} ${count}`;
  return free;
}

/** All that visitors are asked in a flow without its being kept, in the order of the page. */
export function unkeptAnswers(flow: Flow): Unkept[] {
  return flow.scenes.flatMap(({ steps }) =>
    steps.flatMap(step => {
      const keeping = kindOf(step).keeping?.(step);
      return keeping ? [{ step: step.id, question: keeping.question }] : [];
    }),
  );
}

/**
 * Keeps what is answered at a step: the fact that does, named by the words of the question, and the edits that make it and
 * have the step use it; undefined when the step asks nothing, or its answer is kept already.
 */
export function keepAnswer(flow: Flow, step: Step): { fact: string; edits: Edit[] } | undefined {
  const keeping = kindOf(step).keeping?.(step);
  if (!keeping) return undefined;
  const fact = freeName(keeping.question, new Set(flow.facts.map(({ name }) => name)));
  return {
    fact,
    edits: [
      ...addFact(flow, { name: fact, type: keeping.type, scope: 'conversation' }),
      ...changeStep(flow, keeping.keptIn(fact)),
    ],
  };
}

/**
 * What was last asked in front of a step, going back over the page: the fact that keeps it, with the edits that let one
 * keep it when none does yet, and what it holds of the first answer that can be picked; undefined when nothing is asked in
 * front of it.
 */
export function lastAsked(flow: Flow, before: Id): { fact: string; first?: Value; edits: Edit[] } | undefined {
  const steps = flow.scenes.flatMap(scene => scene.steps);
  for (let at = steps.findIndex(({ id }) => id === before) - 1; at >= 0; at--) {
    const step = steps[at]!;
    const kind = kindOf(step);
    if (!kind.asks) continue;
    const value = kind.firstAnswer?.(step);
    const first = value === undefined ? {} : { first: value };
    const [kept] = kind.sets(step);
    if (kept !== undefined) return { fact: kept, ...first, edits: [] };
    const keeping = keepAnswer(flow, step);
    if (keeping) return { ...keeping, ...first };
  }
  return undefined;
}

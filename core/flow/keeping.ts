import { type Fact, FactName, type Value } from '../facts/fact.ts';
import { addFact, changeStep } from './changes.ts';
import type { Edit } from './edits.ts';
import type { Flow } from './format.ts';
import type { Id } from './id.ts';
import { kindOf, type Step } from './steps/registry.ts';

/** A name for what is answered to a question: its words, as many as a name that is read in sentences can have. */
const LONGEST = 40;

/** What is answered at a step and is kept in no fact yet: the question, and what keeping it takes. */
export interface Unkept {
  step: Id;
  question: string;
  /** The fact that would keep it. */
  fact: Fact;
  /** Makes the fact, and has the step keep its answer there. */
  edits: Edit[];
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

/** What would keep the answer of a step; undefined when it asks nothing, or keeps it already. */
export function unkeptAt(flow: Flow, step: Step): Unkept | undefined {
  const keeping = kindOf(step).keeping?.(step);
  if (!keeping) return undefined;
  const name = freeName(keeping.question, new Set(flow.facts.map(fact => fact.name)));
  const fact: Fact = { name, type: keeping.type, scope: 'conversation' };
  return {
    step: step.id,
    question: keeping.question,
    fact,
    edits: [...addFact(flow, fact), ...changeStep(flow, keeping.keptIn(name))],
  };
}

/** All that visitors answer in a flow without its being kept, in the order of the page. */
export function unkeptAnswers(flow: Flow): Unkept[] {
  return flow.scenes.flatMap(({ steps }) => steps.flatMap(step => unkeptAt(flow, step) ?? []));
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
    const unkept = unkeptAt(flow, step);
    if (unkept) return { fact: unkept.fact.name, ...first, edits: unkept.edits };
  }
  return undefined;
}

import { renamedInFormula, tryFormula } from '../facts/formula.ts';
import { renamedInTemplate, templateFacts } from '../facts/template.ts';
import { changeFact, changeStep } from './changes.ts';
import type { Edit } from './edits.ts';
import type { Flow } from './format.ts';
import type { Step } from './steps/registry.ts';

/**
 * In every kind of step a fact stands under the key `fact` or `facts`, in a `formula`, or in the braces of a `url`: so all that a
 * step mentions is found without asking its kind, and a fact is renamed in kinds that are not written yet.
 */
function walk(
  value: unknown,
  found: { fact(name: string): void; formula(source: string): void; url(source: string): void },
): void {
  if (Array.isArray(value)) for (const item of value) walk(item, found);
  else if (value !== null && typeof value === 'object')
    for (const [key, held] of Object.entries(value)) {
      if (key === 'fact' && typeof held === 'string') found.fact(held);
      else if (key === 'formula' && typeof held === 'string') found.formula(held);
      else if (key === 'url' && typeof held === 'string') found.url(held);
      else walk(held, found);
    }
}

interface Mentions {
  facts: ReadonlySet<string>;
  formulas: readonly string[];
}

/** Steps never change, and of a flow that is written at, all but one are the same at the next key. */
const mentionsIn = new WeakMap<Step, Mentions>();

function mentioned(step: Step): Mentions {
  let found = mentionsIn.get(step);
  if (!found) {
    const facts = new Set<string>();
    const formulas: string[] = [];
    const add = (name: string): void => {
      facts.add(name);
    };
    walk(step, {
      fact: add,
      formula: source => formulas.push(source),
      url: source => templateFacts(source).forEach(add),
    });
    found = { facts, formulas };
    mentionsIn.set(step, found);
  }
  return found;
}

/** The formulas of a step, as they are written. */
export const formulasOf = (step: Step): readonly string[] => mentioned(step).formulas;

/**
 * Whether a step may mention a fact. It looks at the words of formulas without reading them, so it says yes to some that
 * only look like it, and costs nothing.
 */
export function mayMention(step: Step, name: string): boolean {
  const { facts, formulas } = mentioned(step);
  return facts.has(name) || formulas.some(source => source.includes(name));
}

/** The facts that a step mentions outside of its formulas. */
export const plainMentionsOf = (step: Step): ReadonlySet<string> => mentioned(step).facts;

/** Every fact that a step mentions, in whatever way. `names` are the facts that formulas may use. */
export function mentionsOf(step: Step, names: readonly string[]): ReadonlySet<string> {
  const { facts, formulas } = mentioned(step);
  if (formulas.length === 0) return facts;
  return new Set([...facts, ...formulas.flatMap(source => tryFormula(source, names)?.reads ?? [])]);
}

function renamed<T>(value: T, from: string, to: string, names: readonly string[]): T {
  if (Array.isArray(value)) return value.map(item => renamed(item, from, to, names)) as T;
  if (value === null || typeof value !== 'object') return value;
  return Object.fromEntries(
    Object.entries(value).map(([key, held]) => {
      if (key === 'fact' && held === from) return [key, to];
      if (key === 'formula' && typeof held === 'string') return [key, renamedInFormula(held, from, to, names)];
      if (key === 'url' && typeof held === 'string') return [key, renamedInTemplate(held, from, to)];
      return [key, renamed(held, from, to, names)];
    }),
  ) as T;
}

/** The edits that give a fact of a flow another name, wherever it is mentioned. */
export function renameFact(flow: Flow, from: string, to: string): Edit[] {
  const names = flow.facts.map(fact => fact.name);
  const steps = flow.scenes.flatMap(scene => scene.steps).filter(step => mentionsOf(step, names).has(from));
  const fact = flow.facts.find(({ name }) => name === from);
  return [
    ...(fact ? changeFact(flow, from, { ...fact, name: to }) : []),
    ...steps.flatMap(step => changeStep(flow, renamed(step, from, to, names))),
  ];
}

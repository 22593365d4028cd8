import { z } from 'zod';
import { Fact } from '../facts/fact.ts';
import { addFact, insertSteps } from './changes.ts';
import { applyAll, type Edit } from './edits.ts';
import type { Flow } from './format.ts';
import type { Id } from './id.ts';
import { mentionsOf } from './mentions.ts';
import { Step } from './steps/registry.ts';

/** Steps on their way from one place to another, perhaps in another flow, with the facts that they mention. */
export const Clip = z.strictObject({
  format: z.literal('kineta.steps/1'),
  facts: z.array(Fact).max(300),
  steps: z.array(Step).min(1).max(500),
});
export type Clip = z.infer<typeof Clip>;

/** Takes steps along. @param ids in any order; the steps keep theirs */
export function clipOf(flow: Flow, ids: readonly Id[]): Clip {
  const steps = flow.scenes.flatMap(scene => scene.steps).filter(step => ids.includes(step.id));
  const names = flow.facts.map(fact => fact.name);
  const mentioned = new Set(steps.flatMap(step => [...mentionsOf(step, names)]));
  return { format: 'kineta.steps/1', facts: flow.facts.filter(fact => mentioned.has(fact.name)), steps };
}

/** A value with identities in the place of those that it had, and with what names them inside it still naming them. */
function renewed<T>(value: T, names: Map<Id, Id>, id: () => Id, key = ''): T {
  if (typeof value === 'string') {
    if (key === 'charts') return (names.get(value) ?? value) as T;
    if (key !== 'id') return value;
    if (!names.has(value)) names.set(value, id());
    return names.get(value) as T;
  }
  if (Array.isArray(value)) return value.map(item => renewed(item, names, id, key)) as T;
  if (value === null || typeof value !== 'object') return value;
  return Object.fromEntries(Object.entries(value).map(([name, held]) => [name, renewed(held, names, id, name)])) as T;
}

/** The edits that put the steps of a clip into a scene, and make known the facts that the flow does not know yet. */
export function pasteClip(
  flow: Flow,
  { facts, steps }: Clip,
  scene: Id,
  at: number,
  id: () => Id,
): { edits: Edit[]; steps: Step[] } {
  const edits: Edit[] = [];
  let now = flow;
  for (const fact of facts) {
    if (now.facts.some(({ name }) => name === fact.name)) continue;
    const added = addFact(now, fact);
    now = applyAll(now, added).flow;
    edits.push(...added);
  }
  const fresh = renewed(steps, new Map(), id);
  return { edits: [...edits, ...insertSteps(now, scene, at, fresh)], steps: fresh };
}

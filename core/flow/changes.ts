import { dequal } from 'dequal/lite';
import type { Fact } from '../facts/fact.ts';
import { type Edit, findStep, placeAt } from './edits.ts';
import type { Flow, Scene } from './format.ts';
import type { Id } from './id.ts';
import type { Step } from './steps/registry.ts';

// The edits that bring about what a writer wants done to a flow as it stands. What is already so needs none.

export function setFlow(flow: Flow, field: 'name' | 'speaker', to: string): Edit[] {
  return flow[field] === to ? [] : [{ edit: 'set flow', field, from: flow[field], to }];
}

export function insertScene(flow: Flow, at: number, scene: Scene): Edit[] {
  return [{ edit: 'insert scene', ...placeAt(flow.scenes, at, ({ id }) => id), scene }];
}

export function removeScene(flow: Flow, id: Id): Edit[] {
  return flow.scenes.filter(scene => scene.id === id).map(scene => ({ edit: 'remove scene', scene }));
}

export function renameScene(flow: Flow, id: Id, to: string): Edit[] {
  const from = flow.scenes.find(scene => scene.id === id)?.title;
  return from === undefined || from === to ? [] : [{ edit: 'rename scene', scene: id, from, to }];
}

/** @param to its index among the scenes once it is there */
export function moveScene(flow: Flow, id: Id, to: number): Edit[] {
  const others = flow.scenes.filter(scene => scene.id !== id);
  if (others.length === flow.scenes.length) return [];
  return [{ edit: 'move scene', scene: id, ...placeAt(others, to, other => other.id) }];
}

export function insertStep(flow: Flow, scene: Id, at: number, step: Step): Edit[] {
  return insertSteps(flow, scene, at, [step]);
}

/** Puts steps into a scene, one behind the other. */
export function insertSteps(flow: Flow, scene: Id, at: number, steps: readonly Step[]): Edit[] {
  const there = flow.scenes.find(({ id }) => id === scene)?.steps ?? [];
  const first = placeAt(there, at, ({ id }) => id);
  return steps.map((step, index) => ({
    edit: 'insert step',
    scene,
    after: index === 0 ? first.after : steps[index - 1]!.id,
    at: first.at + index,
    step,
  }));
}

export function removeStep(flow: Flow, id: Id): Edit[] {
  const found = findStep(flow, id);
  return found ? [{ edit: 'remove step', step: found.step }] : [];
}

/** @param to its index among the steps of the scene once it is there */
export function moveStep(flow: Flow, id: Id, scene: Id, to: number): Edit[] {
  if (!findStep(flow, id)) return [];
  const others = flow.scenes.find(known => known.id === scene)?.steps.filter(step => step.id !== id) ?? [];
  return [{ edit: 'move step', step: id, scene, ...placeAt(others, to, other => other.id) }];
}

/**
 * Makes a step what it is to be; only the values that differ are named.
 * @param seen what `next` was made from, if that may be of a while ago: only what differs between these two changes, and
 * what else has changed since stays
 */
export function changeStep(flow: Flow, next: Step, seen?: Step): Edit[] {
  const before = findStep(flow, next.id)?.step as Record<string, unknown> | undefined;
  if (!before || (seen && seen.kind !== before.kind)) return [];
  const after = next as Record<string, unknown>;
  const old = seen as Record<string, unknown> | undefined;
  const from: Record<string, unknown> = {};
  const to: Record<string, unknown> = {};
  for (const key of new Set([...Object.keys(before), ...Object.keys(after)])) {
    if (dequal(before[key], after[key]) || (old && dequal(old[key], after[key]))) continue;
    if (before[key] !== undefined) from[key] = before[key];
    if (after[key] !== undefined) to[key] = after[key];
  }
  return dequal(from, to) ? [] : [{ edit: 'change step', step: next.id, from, to }];
}

export function addFact(flow: Flow, fact: Fact): Edit[] {
  return [{ edit: 'insert fact', ...placeAt(flow.facts, flow.facts.length, ({ name }) => name), fact }];
}

export function removeFact(flow: Flow, name: string): Edit[] {
  return flow.facts.filter(fact => fact.name === name).map(fact => ({ edit: 'remove fact', fact }));
}

export function changeFact(flow: Flow, name: string, to: Fact): Edit[] {
  return flow.facts.filter(fact => fact.name === name).map(from => ({ edit: 'change fact', from, to }));
}

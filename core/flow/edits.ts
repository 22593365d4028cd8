import { dequal } from 'dequal/lite';
import { z } from 'zod';
import { Fact, FactName } from '../facts/fact.ts';
import { type Flow, Scene } from './format.ts';
import { Id } from './id.ts';
import { Step } from './steps/registry.ts';

/** Where something is put: behind `after`, or first when that is null; at the index `at` when `after` has gone. */
const place = <T extends z.ZodType>(of: T) => ({ after: of.nullable(), at: z.int().min(0) });

/** Values of a step by their keys; a key that is missing here is missing in the step. */
const Values = z.record(z.string().max(40), z.unknown());

/**
 * A change to a flow, as a small value: it can be applied, undone by its inverse, sent, and kept. Places are named by
 * identity, so an edit says nothing about the rest of the flow, and those of two writers at different places can be
 * applied in either order. What is replaced or taken away is named as it was: an edit that meets something else there
 * clashes, and changes nothing.
 */
export const Edit = z.discriminatedUnion('edit', [
  z.strictObject({
    edit: z.literal('set flow'),
    field: z.enum(['name', 'speaker']),
    from: z.string().max(100),
    to: z.string().max(100),
  }),
  z.strictObject({ edit: z.literal('insert fact'), ...place(FactName), fact: Fact }),
  z.strictObject({ edit: z.literal('remove fact'), fact: Fact }),
  z.strictObject({ edit: z.literal('change fact'), from: Fact, to: Fact }),
  z.strictObject({ edit: z.literal('insert scene'), ...place(Id), scene: Scene }),
  z.strictObject({ edit: z.literal('remove scene'), scene: Scene }),
  z.strictObject({
    edit: z.literal('rename scene'),
    scene: Id,
    from: z.string().max(100),
    to: z.string().min(1).max(100),
  }),
  z.strictObject({ edit: z.literal('move scene'), scene: Id, ...place(Id) }),
  z.strictObject({ edit: z.literal('insert step'), scene: Id, ...place(Id), step: Step }),
  z.strictObject({ edit: z.literal('remove step'), step: Step }),
  /** Values of a step, its kind among them when it becomes another. */
  z.strictObject({ edit: z.literal('change step'), step: Id, from: Values, to: Values }),
  z.strictObject({ edit: z.literal('move step'), step: Id, scene: Id, ...place(Id) }),
]);
export type Edit = z.infer<typeof Edit>;

/** Where a step stands. */
export function findStep(flow: Flow, id: Id): { scene: Scene; index: number; step: Step } | undefined {
  for (const scene of flow.scenes) {
    const index = scene.steps.findIndex(step => step.id === id);
    if (index >= 0) return { scene, index, step: scene.steps[index]! };
  }
  return undefined;
}

interface Place {
  after: string | null;
  at: number;
}

/** The place of what stands at an index of a list. */
export function placeAt<T>(list: readonly T[], at: number, name: (item: T) => string): Place {
  const index = Math.max(0, Math.min(at, list.length));
  return { after: index === 0 ? null : name(list[index - 1]!), at: index };
}

function inserted<T>(list: readonly T[], { after, at }: Place, item: T, name: (item: T) => string): T[] {
  const before = after === null ? -1 : list.findIndex(other => name(other) === after);
  const index = after !== null && before < 0 ? Math.min(at, list.length) : before + 1;
  return list.toSpliced(index, 0, item);
}

const idOf = (item: { id: Id }): Id => item.id;
const nameOf = (fact: Fact): string => fact.name;

function withScene(flow: Flow, id: Id, change: (scene: Scene) => Scene): Flow {
  return { ...flow, scenes: flow.scenes.map(scene => (scene.id === id ? change(scene) : scene)) };
}

/** The values that a step has under these keys. */
function valuesAt(step: Step, keys: Iterable<string>): Record<string, unknown> {
  const values: Record<string, unknown> = {};
  const held = step as Record<string, unknown>;
  for (const key of keys) if (held[key] !== undefined) values[key] = held[key];
  return values;
}

/**
 * Applies an edit.
 * @returns the changed flow and the edit that undoes it, or null when its place has gone or holds something else
 */
export function apply(flow: Flow, edit: Edit): { flow: Flow; inverse: Edit } | null {
  switch (edit.edit) {
    case 'set flow':
      if (flow[edit.field] !== edit.from) return null;
      return { flow: { ...flow, [edit.field]: edit.to }, inverse: { ...edit, from: edit.to, to: edit.from } };
    case 'insert fact':
      if (flow.facts.some(fact => fact.name === edit.fact.name)) return null;
      return {
        flow: { ...flow, facts: inserted(flow.facts, edit, edit.fact, nameOf) },
        inverse: { edit: 'remove fact', fact: edit.fact },
      };
    case 'remove fact': {
      const at = flow.facts.findIndex(fact => dequal(fact, edit.fact));
      if (at < 0) return null;
      return {
        flow: { ...flow, facts: flow.facts.toSpliced(at, 1) },
        inverse: { edit: 'insert fact', ...placeAt(flow.facts, at, nameOf), fact: edit.fact },
      };
    }
    case 'change fact': {
      const at = flow.facts.findIndex(fact => dequal(fact, edit.from));
      if (at < 0 || flow.facts.some((fact, index) => index !== at && fact.name === edit.to.name)) return null;
      return {
        flow: { ...flow, facts: flow.facts.with(at, edit.to) },
        inverse: { edit: 'change fact', from: edit.to, to: edit.from },
      };
    }
    case 'insert scene':
      if (flow.scenes.some(scene => scene.id === edit.scene.id)) return null;
      return {
        flow: { ...flow, scenes: inserted(flow.scenes, edit, edit.scene, idOf) },
        inverse: { edit: 'remove scene', scene: edit.scene },
      };
    case 'remove scene': {
      const at = flow.scenes.findIndex(scene => dequal(scene, edit.scene));
      if (at < 0 || flow.scenes.length === 1) return null;
      return {
        flow: { ...flow, scenes: flow.scenes.toSpliced(at, 1) },
        inverse: { edit: 'insert scene', ...placeAt(flow.scenes, at, idOf), scene: edit.scene },
      };
    }
    case 'rename scene': {
      const scene = flow.scenes.find(({ id }) => id === edit.scene);
      if (scene?.title !== edit.from) return null;
      return {
        flow: withScene(flow, edit.scene, old => ({ ...old, title: edit.to })),
        inverse: { ...edit, from: edit.to, to: edit.from },
      };
    }
    case 'move scene': {
      const from = flow.scenes.findIndex(scene => scene.id === edit.scene);
      if (from < 0) return null;
      return {
        flow: { ...flow, scenes: inserted(flow.scenes.toSpliced(from, 1), edit, flow.scenes[from]!, idOf) },
        inverse: { edit: 'move scene', scene: edit.scene, ...placeAt(flow.scenes, from, idOf) },
      };
    }
    case 'insert step':
      if (!flow.scenes.some(scene => scene.id === edit.scene) || findStep(flow, edit.step.id)) return null;
      return {
        flow: withScene(flow, edit.scene, scene => ({
          ...scene,
          steps: inserted(scene.steps, edit, edit.step, idOf),
        })),
        inverse: { edit: 'remove step', step: edit.step },
      };
    case 'remove step': {
      const found = findStep(flow, edit.step.id);
      if (!found || !dequal(found.step, edit.step)) return null;
      return {
        flow: withScene(flow, found.scene.id, scene => ({ ...scene, steps: scene.steps.toSpliced(found.index, 1) })),
        inverse: {
          edit: 'insert step',
          scene: found.scene.id,
          ...placeAt(found.scene.steps, found.index, idOf),
          step: edit.step,
        },
      };
    }
    case 'change step': {
      const found = findStep(flow, edit.step);
      if (!found) return null;
      const keys = new Set([...Object.keys(edit.from), ...Object.keys(edit.to)]);
      if (!dequal(valuesAt(found.step, keys), edit.from)) return null;
      const kept = Object.entries(found.step).filter(([key]) => !keys.has(key));
      const step = { ...Object.fromEntries(kept), ...edit.to } as Step;
      return {
        flow: withScene(flow, found.scene.id, scene => ({ ...scene, steps: scene.steps.with(found.index, step) })),
        inverse: { ...edit, from: edit.to, to: edit.from },
      };
    }
    case 'move step': {
      const found = findStep(flow, edit.step);
      if (!found || !flow.scenes.some(scene => scene.id === edit.scene)) return null;
      const lifted = withScene(flow, found.scene.id, scene => ({
        ...scene,
        steps: scene.steps.toSpliced(found.index, 1),
      }));
      return {
        flow: withScene(lifted, edit.scene, scene => ({
          ...scene,
          steps: inserted(scene.steps, edit, found.step, idOf),
        })),
        inverse: {
          edit: 'move step',
          step: edit.step,
          scene: found.scene.id,
          ...placeAt(found.scene.steps, found.index, idOf),
        },
      };
    }
  }
}

/**
 * Applies edits in order.
 * @returns the edits that undo them, in the order to apply them, and the indices of those that clashed and changed nothing
 */
export function applyAll(
  flow: Flow,
  edits: readonly Edit[],
): { flow: Flow; inverse: Edit[]; clashed: readonly number[] } {
  const inverse: Edit[] = [];
  const clashed: number[] = [];
  let changed = flow;
  edits.forEach((edit, index) => {
    const result = apply(changed, edit);
    if (!result) {
      clashed.push(index);
      return;
    }
    changed = result.flow;
    inverse.unshift(result.inverse);
  });
  return { flow: changed, inverse, clashed };
}

/** Edits in order, with those that go on changing the same values made one: typing a word is one edit. */
export function joined(edits: readonly Edit[]): Edit[] {
  const result: Edit[] = [];
  for (const edit of edits) {
    const last = result.at(-1);
    const goesOn =
      edit.edit === 'change step' &&
      last?.edit === 'change step' &&
      last.step === edit.step &&
      dequal(last.to, edit.from) &&
      dequal(Object.keys(last.from), Object.keys(edit.to));
    const renames =
      edit.edit === 'rename scene' &&
      last?.edit === 'rename scene' &&
      last.scene === edit.scene &&
      last.to === edit.from;
    if (goesOn || renames) result[result.length - 1] = { ...edit, from: last.from } as Edit;
    else result.push(edit);
  }
  return result;
}

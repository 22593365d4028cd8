import type { Fact } from '../facts/fact.ts';
import type { Flow, Scene } from './format.ts';
import type { Id } from './id.ts';
import type { Step } from './steps/registry.ts';

/**
 * A change to a flow, as a small value: it can be applied, undone by its inverse, sent, and kept. Places are named by
 * identity and index, so an edit says nothing about the rest of the flow.
 */
export type Edit =
  | { edit: 'set flow'; name?: string; speaker?: string }
  | { edit: 'set facts'; facts: Fact[] }
  | { edit: 'insert scene'; at: number; scene: Scene }
  | { edit: 'remove scene'; scene: Id }
  | { edit: 'rename scene'; scene: Id; title: string }
  | { edit: 'move scene'; scene: Id; to: number }
  | { edit: 'insert step'; scene: Id; at: number; step: Step }
  | { edit: 'remove step'; step: Id }
  | { edit: 'replace step'; step: Step }
  | { edit: 'move step'; step: Id; scene: Id; to: number };

/** Where a step stands. */
export function findStep(flow: Flow, id: Id): { scene: Scene; index: number; step: Step } | undefined {
  for (const scene of flow.scenes) {
    const index = scene.steps.findIndex(step => step.id === id);
    if (index >= 0) return { scene, index, step: scene.steps[index]! };
  }
  return undefined;
}

function withScene(flow: Flow, id: Id, change: (scene: Scene) => Scene): Flow {
  return { ...flow, scenes: flow.scenes.map(scene => (scene.id === id ? change(scene) : scene)) };
}

function inserted<T>(list: readonly T[], at: number, item: T): T[] {
  const index = Math.max(0, Math.min(at, list.length));
  return [...list.slice(0, index), item, ...list.slice(index)];
}

function without<T>(list: readonly T[], index: number): T[] {
  return [...list.slice(0, index), ...list.slice(index + 1)];
}

/**
 * Applies an edit.
 * @returns the changed flow and the edit that undoes it, or null when its place is no longer there
 */
export function apply(flow: Flow, edit: Edit): { flow: Flow; inverse: Edit } | null {
  switch (edit.edit) {
    case 'set flow': {
      const { name, speaker } = flow;
      return {
        flow: { ...flow, name: edit.name ?? name, speaker: edit.speaker ?? speaker },
        inverse: { edit: 'set flow', name, speaker },
      };
    }
    case 'set facts':
      return { flow: { ...flow, facts: edit.facts }, inverse: { edit: 'set facts', facts: flow.facts } };
    case 'insert scene':
      if (flow.scenes.some(scene => scene.id === edit.scene.id)) return null;
      return {
        flow: { ...flow, scenes: inserted(flow.scenes, edit.at, edit.scene) },
        inverse: { edit: 'remove scene', scene: edit.scene.id },
      };
    case 'remove scene': {
      const at = flow.scenes.findIndex(scene => scene.id === edit.scene);
      if (at < 0 || flow.scenes.length === 1) return null;
      return {
        flow: { ...flow, scenes: without(flow.scenes, at) },
        inverse: { edit: 'insert scene', at, scene: flow.scenes[at]! },
      };
    }
    case 'rename scene': {
      const scene = flow.scenes.find(({ id }) => id === edit.scene);
      if (!scene) return null;
      return {
        flow: withScene(flow, edit.scene, old => ({ ...old, title: edit.title })),
        inverse: { edit: 'rename scene', scene: edit.scene, title: scene.title },
      };
    }
    case 'move scene': {
      const from = flow.scenes.findIndex(scene => scene.id === edit.scene);
      if (from < 0) return null;
      return {
        flow: { ...flow, scenes: inserted(without(flow.scenes, from), edit.to, flow.scenes[from]!) },
        inverse: { edit: 'move scene', scene: edit.scene, to: from },
      };
    }
    case 'insert step':
      if (!flow.scenes.some(scene => scene.id === edit.scene) || findStep(flow, edit.step.id)) return null;
      return {
        flow: withScene(flow, edit.scene, scene => ({ ...scene, steps: inserted(scene.steps, edit.at, edit.step) })),
        inverse: { edit: 'remove step', step: edit.step.id },
      };
    case 'remove step': {
      const found = findStep(flow, edit.step);
      if (!found) return null;
      return {
        flow: withScene(flow, found.scene.id, scene => ({ ...scene, steps: without(scene.steps, found.index) })),
        inverse: { edit: 'insert step', scene: found.scene.id, at: found.index, step: found.step },
      };
    }
    case 'replace step': {
      const found = findStep(flow, edit.step.id);
      if (!found) return null;
      return {
        flow: withScene(flow, found.scene.id, scene => ({
          ...scene,
          steps: scene.steps.map(step => (step.id === edit.step.id ? edit.step : step)),
        })),
        inverse: { edit: 'replace step', step: found.step },
      };
    }
    case 'move step': {
      const found = findStep(flow, edit.step);
      if (!found || !flow.scenes.some(scene => scene.id === edit.scene)) return null;
      const lifted = withScene(flow, found.scene.id, scene => ({ ...scene, steps: without(scene.steps, found.index) }));
      return {
        flow: withScene(lifted, edit.scene, scene => ({ ...scene, steps: inserted(scene.steps, edit.to, found.step) })),
        inverse: { edit: 'move step', step: edit.step, scene: found.scene.id, to: found.index },
      };
    }
  }
}

/** Applies edits in order, and gives the edits that undo them, in the order to apply them. Edits without a place are left out. */
export function applyAll(flow: Flow, edits: readonly Edit[]): { flow: Flow; inverse: Edit[] } {
  const inverse: Edit[] = [];
  let changed = flow;
  for (const edit of edits) {
    const result = apply(changed, edit);
    if (!result) continue;
    changed = result.flow;
    inverse.unshift(result.inverse);
  }
  return { flow: changed, inverse };
}

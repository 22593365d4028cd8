import {
  addFact,
  changeFact,
  changeStep,
  insertScene,
  insertStep,
  moveScene,
  moveStep,
  removeFact,
  removeScene,
  removeStep,
  renameScene,
  setFlow,
} from './changes.ts';
import { applyAll, type Edit, findStep } from './edits.ts';
import type { Flow } from './format.ts';
import type { Id } from './id.ts';

/** The indices of a longest rising subsequence (patience sorting: Schensted 1961). */
function longestRising(numbers: readonly number[]): Set<number> {
  const tails: number[] = [];
  const before: number[] = [];
  numbers.forEach((number, index) => {
    let low = 0;
    let high = tails.length;
    while (low < high) {
      const middle = (low + high) >> 1;
      if (numbers[tails[middle]!]! < number) low = middle + 1;
      else high = middle;
    }
    before[index] = low > 0 ? tails[low - 1]! : -1;
    tails[low] = index;
  });
  const kept = new Set<number>();
  for (let index = tails.at(-1) ?? -1; index >= 0; index = before[index]!) kept.add(index);
  return kept;
}

/** The fewest of these that have to be moved so that they come to stand in the wished order. */
function misplaced(now: readonly Id[], wished: readonly Id[]): Set<Id> {
  const place = new Map(now.map((id, index) => [id, index]));
  const there = wished.filter(id => place.has(id));
  const kept = longestRising(there.map(id => place.get(id)!));
  return new Set(there.filter((_, index) => !kept.has(index)));
}

const ids = (list: ReadonlyArray<{ id: Id }>): Id[] => list.map(({ id }) => id);

/**
 * The edits that make one version of a flow into another: what was reworded, moved, added and taken away. Steps and
 * scenes are the same where their identities are. The order of facts means nothing, and is left as it is.
 */
export function difference(before: Flow, after: Flow): Edit[] {
  const edits: Edit[] = [];
  let now = before;
  const make = (more: Edit[]): void => {
    edits.push(...more);
    now = applyAll(now, more).flow;
  };
  make([...setFlow(now, 'name', after.name), ...setFlow(now, 'speaker', after.speaker)]);

  for (const { name } of before.facts) if (!after.facts.some(fact => fact.name === name)) make(removeFact(now, name));
  for (const fact of after.facts) {
    const old = before.facts.find(({ name }) => name === fact.name);
    if (!old) make(addFact(now, fact));
    else if (JSON.stringify(old) !== JSON.stringify(fact)) make(changeFact(now, fact.name, fact));
  }

  const kept = new Set(after.scenes.flatMap(scene => ids(scene.steps)));
  const staying = new Set(ids(after.scenes));
  for (const scene of before.scenes)
    if (staying.has(scene.id)) for (const { id } of scene.steps) if (!kept.has(id)) make(removeStep(now, id));

  const scenesToMove = misplaced(ids(now.scenes), ids(after.scenes));
  after.scenes.forEach((scene, index) => {
    const old = now.scenes.find(({ id }) => id === scene.id);
    // Scenes that go are still there; the place is counted behind what the scene follows.
    const previous = index === 0 ? -1 : now.scenes.findIndex(({ id }) => id === after.scenes[index - 1]!.id);
    if (!old) {
      const steps = scene.steps.filter(({ id }) => !findStep(now, id));
      make(insertScene(now, previous + 1, { ...scene, steps }));
      return;
    }
    if (scenesToMove.has(scene.id)) {
      const from = now.scenes.indexOf(old);
      make(moveScene(now, scene.id, from <= previous ? previous : previous + 1));
    }
    make(renameScene(now, scene.id, scene.title));
  });

  for (const scene of after.scenes) {
    const there = now.scenes.find(({ id }) => id === scene.id)!;
    const toMove = misplaced(ids(there.steps), ids(scene.steps));
    scene.steps.forEach((step, index) => {
      const found = findStep(now, step.id);
      const steps = now.scenes.find(({ id }) => id === scene.id)!.steps;
      const previous = index === 0 ? -1 : steps.findIndex(({ id }) => id === scene.steps[index - 1]!.id);
      if (!found) {
        make(insertStep(now, scene.id, previous + 1, step));
        return;
      }
      const isHere = found.scene.id === scene.id;
      if (!isHere) make(moveStep(now, step.id, scene.id, previous + 1));
      else if (toMove.has(step.id))
        make(moveStep(now, step.id, scene.id, found.index <= previous ? previous : previous + 1));
      make(changeStep(now, step));
    });
  }
  for (const { id } of before.scenes) if (!staying.has(id)) make(removeScene(now, id));
  return edits;
}

import { type Flow, kindOf, type Scene } from '@kineta/core';

const sceneList = new Intl.ListFormat('en');

/** All scenes but the one that is written in are the same at the next key. */
const leadingTo = new WeakMap<Scene, ReadonlySet<string | undefined>>();

/** The scenes that a scene leads to. */
function leadsTo(scene: Scene): ReadonlySet<string | undefined> {
  let found = leadingTo.get(scene);
  if (!found) {
    found = new Set(
      scene.steps.flatMap(step =>
        kindOf(step)
          .exits(step)
          .map(exit => exit.scene),
      ),
    );
    leadingTo.set(scene, found);
  }
  return found;
}

/** What begins a scene, as the stage direction under its title. */
export function beginningOf(flow: Flow, scene: Scene): string {
  if (flow.scenes[0] === scene) return 'Begins when a visitor opens the chat.';
  const from = flow.scenes.filter(other => leadsTo(other).has(scene.id)).map(other => other.title);
  return from.length === 0 ? 'Nothing leads here yet.' : `Comes after ${sceneList.format(from)}.`;
}

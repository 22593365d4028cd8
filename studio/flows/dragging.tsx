import {
  type Announcements,
  type CollisionDetection,
  closestCenter,
  DndContext,
  type DragEndEvent,
  KeyboardSensor,
  PointerSensor,
  pointerWithin,
  type UniqueIdentifier,
  useSensor,
  useSensors,
} from '@dnd-kit/core';
import { findStep, kindOf, moveScene, moveStep, type Scene } from '@kineta/core';
import type { ReactNode } from 'react';
import { carriedAmong } from '../ui/carried.ts';
import { useDraft } from './draft/draft.ts';
import { useSelection } from './selection.ts';

/** Behind which step of a scene something is put that comes into it: before what closes it. */
export function endOf(scene: Scene): number {
  const last = scene.steps.at(-1);
  const closes =
    last !== undefined &&
    !kindOf(last).asks &&
    kindOf(last)
      .exits(last)
      .every(exit => exit.scene !== undefined);
  return scene.steps.length - (closes ? 1 : 0);
}

const flowNow = () => useDraft.getState().flow;
const isScene = (id: string): boolean => flowNow()?.scenes.some(scene => scene.id === id) ?? false;

/** In whose place one that is held could be put: a scene in a scene’s, a step in a step’s. */
function alikeTo(held: UniqueIdentifier): (id: UniqueIdentifier) => boolean {
  const sceneIsHeld = isScene(String(held));
  return id => isScene(String(id)) === sceneIsHeld;
}

/** Scenes are dropped among scenes; a step among the steps of its page, or on a scene, into which it then goes. */
const among: CollisionDetection = args => {
  const isAlike = alikeTo(args.active.id);
  const those = args.droppableContainers.filter(({ id }) => isAlike(id));
  if (!isScene(String(args.active.id))) {
    const under = pointerWithin(args).filter(({ id }) => isScene(String(id)));
    if (under.length > 0) return under;
  }
  return closestCenter({ ...args, droppableContainers: those });
};

function drop({ active, over }: DragEndEvent): void {
  const flow = flowNow();
  if (!flow || !over || active.id === over.id) return;
  const { edit } = useDraft.getState();
  const [moved, to] = [String(active.id), String(over.id)];
  const sceneTo = flow.scenes.findIndex(scene => scene.id === to);
  if (isScene(moved)) {
    edit(now => moveScene(now, moved, sceneTo));
    return;
  }
  const scene = flow.scenes[sceneTo];
  if (scene) {
    edit(now => moveStep(now, moved, scene.id, endOf(scene)));
    useSelection.getState().goTo({ scene: scene.id, step: moved });
    return;
  }
  const place = findStep(flow, to);
  if (place) edit(now => moveStep(now, moved, place.scene.id, place.index));
}

/** A step or scene as it is spoken of: “step 2”, “the scene “Greeting””. */
function named(id: unknown): string {
  const flow = flowNow();
  const scene = flow?.scenes.find(known => known.id === id);
  if (scene) return `the scene “${scene.title}”`;
  const place = flow && findStep(flow, String(id));
  return place ? `step ${place.index + 1}` : 'what was there';
}

const announcements: Announcements = {
  onDragStart: ({ active }) => `You hold ${named(active.id)}.`,
  onDragOver: ({ active, over }) =>
    over ? `You hold ${named(active.id)} over ${named(over.id)}.` : `You hold ${named(active.id)} over nothing.`,
  onDragEnd: ({ active, over }) =>
    over && over.id !== active.id ? `It is put in the place of ${named(over.id)}.` : 'It is put back.',
  onDragCancel: () => 'It is put back.',
};
const instructions = {
  draggable: 'Space picks it up, the arrows carry it, Space puts it down, Escape puts it back.',
};

// Made once: everything that can be dragged is drawn anew when one of these is another.
const pointerOptions = { activationConstraint: { distance: 5 } };
const keyboardOptions = { coordinateGetter: carriedAmong(alikeTo) };
const accessibility = { announcements, screenReaderInstructions: instructions };

/** Steps and scenes are dragged inside of this, by the pointer or by Space and the arrows. */
export function Dragging({ children }: { children: ReactNode }) {
  const sensors = useSensors(useSensor(PointerSensor, pointerOptions), useSensor(KeyboardSensor, keyboardOptions));
  return (
    <DndContext sensors={sensors} collisionDetection={among} onDragEnd={drop} accessibility={accessibility}>
      {children}
    </DndContext>
  );
}

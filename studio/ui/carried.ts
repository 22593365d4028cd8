import {
  type Announcements,
  closestCenter,
  type DndContextProps,
  KeyboardCode,
  type KeyboardCoordinateGetter,
  KeyboardSensor,
  PointerSensor,
  type UniqueIdentifier,
  useSensor,
  useSensors,
} from '@dnd-kit/core';
import { useMemo } from 'react';

/**
 * Each arrow carries what is held over the next of its like, however tall that is.
 * @param alikeTo in whose place what is held could be put
 */
export const carriedAmong =
  (alikeTo: (held: UniqueIdentifier) => (id: UniqueIdentifier) => boolean): KeyboardCoordinateGetter =>
  (event, { active, context }) => {
    const by = event.code === KeyboardCode.Down ? 1 : event.code === KeyboardCode.Up ? -1 : 0;
    const { over, droppableRects, collisionRect } = context;
    if (by === 0 || !collisionRect) return undefined;
    event.preventDefault();
    const isAlike = alikeTo(active);
    const those = [...droppableRects].filter(([id]) => isAlike(id)).sort(([, a], [, b]) => a.top - b.top);
    const next = those[those.findIndex(([id]) => id === (over?.id ?? active)) + by];
    if (!next) return undefined;
    const [, { left, top, height }] = next;
    // What is held lies over that whose middle is nearest to its own.
    return { x: left, y: top + height / 2 - collisionRect.height / 2 };
  };

const screenReaderInstructions = {
  draggable: 'Space picks it up, the arrows carry it, Space puts it down, Escape puts it back.',
};

/** What is told to who listens while something of a list is carried. */
function carriedWords(nameOf: (id: string) => string): {
  announcements: Announcements;
  screenReaderInstructions: typeof screenReaderInstructions;
} {
  const named = (id: unknown) => `“${nameOf(String(id))}”`;
  return {
    screenReaderInstructions,
    announcements: {
      onDragStart: ({ active }) => `You hold ${named(active.id)}.`,
      onDragOver: ({ active, over }) =>
        over ? `You hold ${named(active.id)} in the place of ${named(over.id)}.` : `You hold ${named(active.id)}.`,
      onDragEnd: ({ active, over }) =>
        over && over.id !== active.id ? `It is put in the place of ${named(over.id)}.` : 'It is put back.',
      onDragCancel: () => 'It is put back.',
    },
  };
}

// Made once: everything that can be dragged is drawn anew when one of these is another.
const pointerOptions = { activationConstraint: { distance: 5 } };
const keyboardOptions = { coordinateGetter: carriedAmong(() => () => true) };

/** How something of a plain list is carried to another place in it, by pointer and by keys. @param nameOf what one of it is called */
export function useCarrying(
  nameOf: (id: string) => string,
): Pick<DndContextProps, 'sensors' | 'collisionDetection' | 'accessibility'> {
  const sensors = useSensors(useSensor(PointerSensor, pointerOptions), useSensor(KeyboardSensor, keyboardOptions));
  const accessibility = useMemo(() => carriedWords(nameOf), [nameOf]);
  return { sensors, collisionDetection: closestCenter, accessibility };
}

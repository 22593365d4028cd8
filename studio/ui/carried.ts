import { KeyboardCode, type KeyboardCoordinateGetter, type UniqueIdentifier } from '@dnd-kit/core';

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

/** A key, or keys that are pressed together, the last of them with the others held; and what they do. */
export interface KeyRow {
  /** As `KeyboardEvent.key` calls them; `Mod` is Ctrl, or ⌘ on a Mac. */
  keys: readonly string[];
  /** Others that do the same. */
  or?: readonly (readonly string[])[];
  does: string;
}

/** The keys of one place: whoever listens there asks it, and the sheet of all keys shows it. */
export interface KeyTable<Name extends string = string> {
  where: string;
  rows: Readonly<Record<Name, KeyRow>>;
  /** What was pressed; undefined when it is none of these. */
  pressed(event: Pressed): Name | undefined;
}

/** What there is to know of a key that was pressed, of the browser’s event or of React’s. */
export interface Pressed {
  key: string;
  ctrlKey: boolean;
  metaKey: boolean;
  altKey: boolean;
  shiftKey: boolean;
}

function isPressed(keys: readonly string[], event: Pressed): boolean {
  const key = keys.at(-1)!;
  const held = (name: string) => keys.slice(0, -1).includes(name);
  if ((event.ctrlKey || event.metaKey) !== held('Mod') || event.altKey !== held('Alt')) return false;
  // A character that takes Shift on one keyboard takes none on another; a letter is another one with it.
  const isSign = key.length === 1 && key.toLowerCase() === key.toUpperCase();
  return (isSign || event.shiftKey === held('Shift')) && event.key.toLowerCase() === key.toLowerCase();
}

/** Declares the keys of a place. */
export function keyTable<Name extends string>(where: string, rows: Record<Name, KeyRow>): KeyTable<Name> {
  const all = Object.entries<KeyRow>(rows) as Array<[Name, KeyRow]>;
  return {
    where,
    rows,
    pressed: event => all.find(([, { keys, or = [] }]) => [keys, ...or].some(one => isPressed(one, event)))?.[0],
  };
}

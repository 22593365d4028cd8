import { useEffect, useRef } from 'react';
import { create } from 'zustand';

/** Something that can be done, or gone to, by its name. */
export interface Command {
  name: string;
  /** What it belongs to, in small print: the scene of a step. */
  aside?: string;
  /** The keys that do the same. */
  keys?: readonly string[];
  run(): void;
}

interface CommandsState {
  /** What each screen that is open offers, worked out only when somebody looks. */
  groups: ReadonlyMap<string, () => Command[]>;
  open: 'menu' | 'keys' | undefined;
  show(what: 'menu' | 'keys' | undefined): void;
}

export const useCommands = create<CommandsState>(set => ({
  groups: new Map(),
  open: undefined,
  show: open => set({ open }),
}));

/** Offers commands in the command menu for as long as the screen is open. */
export function useCommandGroup(title: string, make: () => Command[]): void {
  const latest = useRef(make);
  latest.current = make;
  useEffect(() => {
    const offer = () => latest.current();
    useCommands.setState(({ groups }) => ({ groups: new Map(groups).set(title, offer) }));
    return () =>
      useCommands.setState(({ groups }) => {
        const rest = new Map(groups);
        if (rest.get(title) === offer) rest.delete(title);
        return { groups: rest };
      });
  }, [title]);
}

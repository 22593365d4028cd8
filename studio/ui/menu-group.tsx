import { Command } from 'cmdk';
import type { ReactNode } from 'react';

/** A group of what can be picked by typing, under its heading. */
export function MenuGroup({ heading, children }: { heading: string; children: ReactNode }) {
  return (
    <Command.Group heading={<span className="label block px-2.5 pt-2.5 pb-1 text-ink-2">{heading}</span>}>
      {children}
    </Command.Group>
  );
}

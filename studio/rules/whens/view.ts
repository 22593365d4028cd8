import type { When } from '@kineta/core';
import type { ComponentType } from 'react';

export interface WhenProps<W extends When = When> {
  when: W;
  onSet: (when: W) => void;
}

/** How one kind of beginnings is offered, and what is set in it, if anything. */
export interface WhenView<W extends When = When> {
  when: W['when'];
  /** As it is picked: “When …”. */
  name: string;
  Setting?: ComponentType<WhenProps<W>>;
}

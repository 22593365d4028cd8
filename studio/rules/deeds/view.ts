import type { Deed } from '@kineta/core';
import type { ComponentType } from 'react';

export interface DeedProps<D extends Deed = Deed> {
  deed: D;
  onSet: (deed: D) => void;
}

/** How one kind of deeds is offered, and what is set in it, if anything. */
export interface DeedView<D extends Deed = Deed> {
  deed: D['deed'];
  name: string;
  Setting?: ComponentType<DeedProps<D>>;
}

import type { CueFits, PartName } from '@kineta/core';
import type { ComponentType } from 'react';

export interface PartProps<Name extends PartName = PartName> {
  set: NonNullable<CueFits[Name]>;
  onSet: (set: NonNullable<CueFits[Name]>) => void;
}

/** How one part of a cue is offered, and what is set in it, if anything. */
export interface PartView<Name extends PartName = PartName> {
  part: Name;
  /** What it is called at its left, and where it is added. */
  name: string;
  offered: string;
  Setting?: ComponentType<PartProps<Name>>;
  /** Of a part that is one whole number: its bounds, and the words around it. */
  amount?: { before?: string; unit: string; least: number; most: number };
}

import type { Appearance } from '@kineta/core';
import type { ComponentType } from 'react';

export interface AppearanceProps<A extends Appearance = Appearance> {
  appears: A;
  onSet: (appears: A) => void;
}

/** How one way to appear is offered, and what is set in it, if anything. */
export interface AppearanceView<A extends Appearance = Appearance> {
  how: A['how'];
  name: string;
  Setting?: ComponentType<AppearanceProps<A>>;
}

import type { Act, ActOf, Beat, Facts, Flow, Locale } from '@kineta/core';
import type { ComponentType } from 'react';

export interface ActProps<A extends Act['act']> {
  act: ActOf<A>;
  flow: Flow;
  /** What is known at the end of the rehearsal. */
  known: Facts;
  locale: Locale;
}

/** How the rehearsal shows one kind of act, when that is not the sentence of the entry that it leaves. */
export interface ActView<A extends Act['act']> {
  act: A;
  /** Whether there is anything to see or hear of it yet. */
  isHeard?(act: ActOf<A>): boolean;
  Shown?: ComponentType<ActProps<A>>;
  /** Where its step waits for what was ordered: how the one who rehearses says what comes of it. */
  Awaited?: ComponentType<{ onBeat: (beat: Beat) => void }>;
}

export function actView<A extends Act['act']>(view: ActView<A>): ActView<A> {
  return view;
}

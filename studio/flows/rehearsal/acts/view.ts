import type { Act, ActOf, Beat, Facts, Flow, Locale, Session } from '@kineta/core';
import type { ComponentType } from 'react';

/** The flow that is rehearsed, and what is known of its visitor at the end of the rehearsal. */
export interface Rehearsing {
  flow: Flow;
  known: Facts;
  locale: Locale;
}

/** What the rehearsal knows of one kind of act beside the entry that it leaves. */
export interface ActView<A extends Act['act']> {
  act: A;
  /** Whether there is anything to see or hear of it yet. */
  isHeard?(act: ActOf<A>): boolean;
  /** What is noted in the margin, of an act that leaves no entry, or whose entry says less. */
  note?(act: ActOf<A>, rehearsing: Rehearsing): string;
  /** While the flow waits for what was ordered: how the one who rehearses says what comes of it. */
  Awaited?: ComponentType<{ session: Session; onBeat: (beat: Beat) => void }>;
}

export function actView<A extends Act['act']>(view: ActView<A>): ActView<A> {
  return view;
}

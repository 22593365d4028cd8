import type { Act, ActOf, AnswerShown, Beat, Facts, Flow, Locale, Session } from '@kineta/core';
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
  /** The question that it asks. */
  asks?(act: ActOf<A>): AnswerShown;
  Shown?: ComponentType<ActProps<A>>;
  /** While the flow waits for what was ordered: how the one who rehearses says what comes of it. */
  Awaited?: ComponentType<{ session: Session; onBeat: (beat: Beat) => void }>;
}

export function actView<A extends Act['act']>(view: ActView<A>): ActView<A> {
  return view;
}

import { clockTime, type OpeningHours, opening } from './hours.ts';

/** Whether somebody is there, and the local clock time at which that changes; null when it does not soon. */
export interface Presence {
  open: boolean;
  changes: string | null;
}

/**
 * What the chat’s head says of who is there at `now` (epoch milliseconds): open while any team is, until the last of
 * them closes; shut until the first one opens. Without any hours somebody is always there.
 */
export function presence(all: readonly OpeningHours[], now: number, language: string): Presence {
  let open: { at: number; hours: OpeningHours } | undefined;
  let shut: { at: number; hours: OpeningHours } | undefined;
  for (const hours of all) {
    const state = opening(hours, now);
    if (state.open) {
      if (!open || state.until > open.at) open = { at: state.until, hours };
    } else if (state.from !== null && (!shut || state.from < shut.at)) shut = { at: state.from, hours };
  }
  const next = open ?? shut;
  return {
    open: open !== undefined || all.length === 0,
    changes: next ? clockTime(next.hours, next.at, now, language) : null,
  };
}

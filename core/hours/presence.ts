import type { OpeningHours } from './hours.ts';
import { momentWords } from './moment.ts';
import { opening } from './opening.ts';

/** Whether somebody is there, and until when (“17:30”) or when again (“on Monday at 08:30”); null when that is not in sight. */
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
      const at = state.until ?? Number.POSITIVE_INFINITY;
      if (!open || at > open.at) open = { at, hours };
    } else if (state.from !== null && (!shut || state.from < shut.at)) shut = { at: state.from, hours };
  }
  const next = open ?? shut;
  const form = open ? 'until when' : 'when';
  return {
    open: open !== undefined || all.length === 0,
    changes: next && Number.isFinite(next.at) ? momentWords(form, next.hours, next.at, now, language) : null,
  };
}

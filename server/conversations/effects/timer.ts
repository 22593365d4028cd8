import type { Effect } from '../../house/effect.ts';
import { clearTimer, setTimer } from '../timer-writes.ts';

/** A pause of at least this many milliseconds is told to the team; a shorter one is only taken breath for. */
const LONG_PAUSE = 60_000;

/** One timer a conversation: a new one takes the place of the one before. */
export const timer: Effect<'set timer' | 'clear timer'> = {
  acts: ['set timer', 'clear timer'],
  async carryOut(acts, { conversation: { id: conversation, workspace }, session, now, transaction, entries, due }) {
    const last = acts.at(-1)!;
    if (last.act === 'clear timer') {
      clearTimer(transaction, conversation);
      return;
    }
    const dueAt = new Date(now.getTime() + last.after);
    setTimer(transaction, { workspace, conversation, ticket: last.ticket, dueAt });
    due(last.after);
    if (session.state === 'pausing' && last.after >= LONG_PAUSE)
      entries.push({ kind: 'paused', until: dueAt.toISOString() });
  },
};

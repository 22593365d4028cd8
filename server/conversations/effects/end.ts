import type { Effect } from '../../house/effect.ts';

/** What the conversation came to is kept with it, for lists and figures. */
export const end: Effect<'end'> = {
  acts: ['end'],
  async carryOut(acts, { changes }) {
    changes.outcome = acts.at(-1)!.outcome ?? null;
  },
};

import type { Effect } from '../../house/effect.ts';

/** Another flow goes on; the host sees to that, as it plays it in the same transaction. */
export const startFlow: Effect<'start flow'> = {
  acts: ['start flow'],
  async carryOut(acts, { came }) {
    const { flow, scene } = acts[0]!;
    came.onWith = { flow, scene };
  },
};

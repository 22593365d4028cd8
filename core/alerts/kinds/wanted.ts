import { type AlertKind, type Calls, holdings } from './kind.ts';

/** Whatever it was by: whoever waits now waits for their team. */
const waits: Calls = (_, { holder, team }) => (holder === 'waiting' ? { team } : undefined);

/** Somebody waits for a person; over when one has them, or nobody is wanted any more. */
export const wanted: AlertKind = {
  alert: 'wanted',
  calledBy: {
    'handed over': waits,
    'passed on': waits,
    released: waits,
    'left alone': waits,
    replied: waits,
    ruled: waits,
  },
  stands: { still: ({ holder }) => holder === 'waiting', overBy: [], askedAfter: holdings },
};

import { type AlertKind, type Calls, holdings } from './kind.ts';

/** Whatever it was by: whoever waits now, and is meant for nobody in particular, waits for their team. */
const waits: Calls = (_, { holder, team, offered }) =>
  holder === 'waiting' && offered === null ? { team } : undefined;

/** Somebody waits for a person; over when one has them or is offered them, or nobody is wanted any more. */
export const wanted: AlertKind = {
  alert: 'wanted',
  calledBy: {
    'handed over': waits,
    'passed on': waits,
    released: waits,
    'left alone': waits,
    replied: waits,
    ruled: waits,
    offered: waits,
  },
  stands: {
    still: ({ holder, offered }) => holder === 'waiting' && offered === null,
    overBy: [],
    askedAfter: holdings,
  },
};

/** Somebody who waits is meant for one member for a while: it rings there alone. */
export const offered: AlertKind = {
  alert: 'offered',
  calledBy: {
    offered: (said, { holder, offered: to }) =>
      holder === 'waiting' && to !== null && said.member === to ? { members: [to] } : undefined,
  },
  stands: {
    still: ({ holder, offered: to }, member) => holder === 'waiting' && to === member,
    overBy: [],
    askedAfter: holdings,
  },
};

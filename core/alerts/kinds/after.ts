import type { AlertKind, Calls } from './kind.ts';

const ofTeam: Calls = (_, { team }) => ({ team });
const isOver: Calls = (said, standing) => (standing.holder === 'done' ? ofTeam(said, standing) : undefined);

/** A conversation is over: by its flow, a member or a rule. */
export const over: AlertKind = { alert: 'over', calledBy: { ended: isOver, done: isOver, ruled: isOver } };

/** A visitor said how it went. */
export const rated: AlertKind = {
  alert: 'rated',
  calledBy: { rated: ofTeam },
  text: ({ rating }) => String(rating ?? ''),
};

import { type AlertKind, type Calls, holdings } from './kind.ts';

/** Whoever has it, when nobody else does. */
const holds: Calls = (_, { holder, agent }) =>
  holder === 'agent' && agent !== null ? { members: [agent] } : undefined;

/** Whoever was given it, unless they gave it themselves. */
const given: Calls = (said, { holder, agent }) =>
  holder === 'agent' && agent !== null && said.has === agent && said.member !== agent
    ? { members: [agent] }
    : undefined;

/** Of a conversation that one has: it is so until one has answered, or has it no more. */
const stands: AlertKind['stands'] = {
  still: ({ holder, agent }, member) => holder === 'agent' && agent === member,
  overBy: ['answered'],
  askedAfter: holdings,
};

/** A visitor writes to who has their conversation. */
export const wrote: AlertKind = { alert: 'wrote', calledBy: { replied: holds }, stands };

/** Somebody, or a rule, gave one a conversation. */
export const assigned: AlertKind = { alert: 'assigned', calledBy: { 'passed on': given, ruled: given }, stands };

/** A conversation that one put off is for now again. */
export const cameBack: AlertKind = { alert: 'came back', calledBy: { 'came back': holds }, stands };

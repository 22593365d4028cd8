import { z } from 'zod';
import { show } from '../../facts/fact.ts';
import { KnownFact } from '../../facts/known.ts';
import { entryKind } from './kind.ts';
import { Who } from './who.ts';

/** A member took the conversation. */
export const taken = entryKind({
  kind: 'taken',
  schema: z.object({ kind: z.literal('taken'), member: Who }),
  visitorSees: true,
  moves: ({ member }) => [{ move: 'has', member: member.id }],
  happens: ({ member }) => ({ member: member.id, has: member.id }),
  words: ({ member }) => `${member.name} took the conversation.`,
  recorded: () => ({ did: 'taken' }),
});

/** A member passed the conversation on, to a team or to somebody. */
export const passedOn = entryKind({
  kind: 'passed on',
  schema: z.object({
    kind: z.literal('passed on'),
    member: Who,
    to: z.string(),
    /** Who has it then, when it was passed on to somebody. */
    toMember: z.string().optional(),
  }),
  moves: ({ to, toMember }) => [
    toMember === undefined ? { move: 'has', member: null, team: to } : { move: 'has', member: toMember },
  ],
  happens: ({ member, toMember }) => ({ member: member.id, has: toMember ?? null }),
  words: ({ member, to }) => `${member.name} passed the conversation on to ${to}.`,
});

/** Who had the conversation is no longer a member; it waits for somebody again. */
export const released = entryKind({
  kind: 'released',
  schema: z.object({ kind: z.literal('released'), member: Who }),
  moves: () => [{ move: 'has', member: null }],
  happens: ({ member }) => ({ member: member.id, has: null }),
  words: ({ member }) => `${member.name} is no longer on the team; the conversation waits for somebody else.`,
});

/** Who had the conversation has left their desk while the visitor waits for a word of theirs; it waits for somebody again. */
export const leftAlone = entryKind({
  kind: 'left alone',
  schema: z.object({ kind: z.literal('left alone'), member: Who }),
  moves: () => [{ move: 'has', member: null }],
  happens: ({ member }) => ({ member: member.id, has: null }),
  words: ({ member }) => `${member.name} is not here any more; the conversation waits for somebody else.`,
});

/** Somebody was offered the conversation, and did not take it in the time that their team gives. */
export const letBy = entryKind({
  kind: 'let by',
  schema: z.object({ kind: z.literal('let by'), member: Who, seconds: z.number() }),
  words: ({ member, seconds }) => `${member.name} was offered the conversation for ${seconds} s and did not take it.`,
});

/** Who has the conversation put it off until a time. */
export const putOff = entryKind({
  kind: 'put off',
  schema: z.object({ kind: z.literal('put off'), member: Who, until: z.iso.datetime() }),
  happens: ({ member, until }) => ({ member: member.id, until }),
  words: ({ member, until }, { time }) => `${member.name} put the conversation off until ${time(until)}.`,
});

/** What was put off is for now again, as its time has come. */
export const cameBack = entryKind({
  kind: 'came back',
  schema: z.object({ kind: z.literal('came back') }),
  happens: () => ({}),
  words: () => 'The conversation is back, as it was put off until now.',
});

/** Who put the conversation off fetched it back before its time. */
export const fetchedBack = entryKind({
  kind: 'fetched back',
  schema: z.object({ kind: z.literal('fetched back'), member: Who }),
  happens: ({ member }) => ({ member: member.id }),
  words: ({ member }) => `${member.name} fetched the conversation back.`,
});

/** A member gave the conversation back to its flow. */
export const handedBack = entryKind({
  kind: 'handed back',
  schema: z.object({
    kind: z.literal('handed back'),
    member: Who,
    /** The scene that it goes on with, when that is not where it was left. */
    to: z.object({ id: z.string(), title: z.string() }).optional(),
  }),
  moves: () => [{ move: 'led' }],
  happens: ({ member }) => ({ member: member.id, has: null }),
  words: ({ member, to }) => `${member.name} gave the conversation back to the flow${to ? `, at “${to.title}”` : ''}.`,
  recorded: ({ to }, { at }) => ({ did: 'handed back', at, ...(to ? { to: to.id } : {}) }),
});

/** A member put right what was known. */
export const corrected = entryKind({
  kind: 'corrected',
  schema: KnownFact.extend({ kind: z.literal('corrected'), member: Who }),
  moves: ({ fact }) => [{ move: 'learnt', fact }],
  happens: ({ fact }) => ({ fact }),
  words: ({ member, fact, type, value }, { locale }) =>
    `${member.name} put right what is known: ${fact} is ${show(value, type, locale)}.`,
});

/** A member closed the conversation. */
export const done = entryKind({
  kind: 'done',
  schema: z.object({
    kind: z.literal('done'),
    member: Who,
    /** The visitor waited for a person then. */
    waiting: z.literal(true).optional(),
  }),
  visitorSees: true,
  moves: () => [{ move: 'over', by: 'person' }],
  happens: ({ member, waiting }) => ({ member: member.id, has: null, ...(waiting ? { waiting } : {}) }),
  words: ({ member, waiting }) =>
    `${member.name} closed the conversation${waiting ? ' while the visitor waited for a person' : ''}.`,
});

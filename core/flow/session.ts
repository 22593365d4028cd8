import { z } from 'zod';
import { BeforeChat } from '../before/before.ts';
import { type Facts, Value } from '../facts/fact.ts';
import { Reply } from './event.ts';

/** Where one conversation stands in its flow. Small JSON: it is written with every event. */
export const Session = z.object({
  /** What it waits for: the visitor’s answer, a time, what was ordered of the host, people, or nothing any more. */
  state: z.enum(['fresh', 'asking', 'pausing', 'awaiting', 'handed over', 'ended']),
  /**
   * The step that waits: the ask to be answered, the pause or order to go on from, or the hand over to come back from.
   * Of a fresh session, the scene or step that it begins with, when that is not the flow’s beginning.
   */
  at: z.string().optional(),
  /** The scene that the play last came to. */
  scene: z.string().optional(),
  /** How many answers to the waiting ask were not understood. */
  tries: z.number().int().optional(),
  /** A doubtful answer that the visitor was asked to confirm. */
  doubt: z.object({ value: Value, probably: Value }).optional(),
  /** The number of the last timer or order: an earlier one that comes late is not meant any more. */
  ticket: z.number().int().optional(),
  /** The reminder that holds, and how often it has reminded of the waiting ask. */
  reminder: z.object({ step: z.string(), times: z.number().int() }).optional(),
  /** The questions left behind, the latest last, to go back to. */
  past: z.array(z.string()).optional(),
  /** The steps to come back to when a scene that was called has run out, the innermost last. */
  stack: z.array(z.string()).optional(),
  /** What was mailed, as a fingerprint by its step, so that going back and forth sends nothing twice. */
  mailed: z.record(z.string(), z.number()).optional(),
  /** By which words the visitor asked for a person who is not fetched yet: when an order has come, or a question is left. */
  wanted: z.string().max(200).optional(),
  /** The step that holds which says where who wants a person is led, and whether the visitor has been. */
  leads: z.string().optional(),
  led: z.literal(true).optional(),
  /** Of people who were fetched after a question: where it goes on, a scene or step or behind the one that waits. */
  resumes: z.string().optional(),
  /** Of people who are fetched: the member who is to have the conversation first, if they can. */
  meantFor: z.string().optional(),
  /** And what whoever has it is to know, if anybody does. */
  skill: z.string().optional(),
  /** While people are fetched and the flow goes on until one comes. */
  fetching: z
    .object({
      /** The step that fetched them, behind which it goes on when they give it back. */
      step: z.string(),
      /** When it has been too long, in epoch milliseconds; and whether that is what the timer was set for. */
      until: z.number().optional(),
      long: z.literal(true).optional(),
      /** They asked for a person once more, and were told that one is fetched. */
      told: z.literal(true).optional(),
    })
    .optional(),
  /** Since when they are in line for a person, in epoch milliseconds; it is kept while they are led on, until one came. */
  inLine: z.number().optional(),
  /** What was asked last of what is answered from articles, the latest at the end: “and for a flat?” is about that. */
  asked: z.array(z.string()).optional(),
  /** Of a step that answers questions: how many it has answered and missed, and of which article it asked whether it helped. */
  answering: z
    .object({
      answered: z.number().int(),
      missed: z.number().int(),
      helps: z.object({ id: z.string(), question: z.string() }).optional(),
    })
    .optional(),
  /** How often the flow has spoken by itself since the visitor last did something. */
  alone: z.number().int().optional(),
  /** How the last call of a service went. */
  lastCall: z.enum(['worked', 'failed']).optional(),
  /** What is asked before the chat: how, how often it was sent in vain (absent until it is asked), and the message kept. */
  before: z.object({ asked: BeforeChat, tries: z.number().int().optional(), held: Reply.optional() }).optional(),
  facts: z.record(z.string(), Value),
});
export type Session = z.infer<typeof Session>;

/** Nobody is waited for any more while the flow goes on: it rests at the step that fetched people, as if it had waited there. */
export function restAtFetching(session: Session): Session {
  if (!session.fetching) return session;
  const { fetching, reminder: _, tries: __, doubt: ___, stack = [], ...rest } = session;
  const before = stackBefore(stack, fetching.step);
  return {
    ...rest,
    state: 'handed over',
    at: fetching.step,
    ...(before.length > 0 ? { stack: [...before] } : {}),
  };
}

/** The steps to come back to, without what was called while people were waited for whom this step fetched. */
export function stackBefore(stack: readonly string[], step: string): readonly string[] {
  const called = stack.lastIndexOf(step);
  return called < 0 ? stack : stack.slice(0, called);
}

/** A conversation that has not begun; `facts` are what is already known, for example of a returning visitor. */
export function freshSession(facts: Facts = {}): Session {
  return { state: 'fresh', facts: { ...facts } };
}

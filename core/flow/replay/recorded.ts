import { z } from 'zod';
import { Value } from '../../facts/fact.ts';
import { FlowStart } from '../../questions/flow-button.ts';
import { OutsideNoted } from '../../questions/outside/outside.ts';
import { FieldReply, FileGiven } from '../event.ts';

/** One thing that happened in a conversation, as far as a flow could notice it. */
export const RecordedLine = z.discriminatedUnion('did', [
  z.object({ did: z.literal('asked'), step: z.string(), words: z.string() }),
  z.object({
    did: z.literal('replied'),
    /** The entry’s number in the log, and its time in epoch milliseconds. */
    number: z.int(),
    at: z.int(),
    text: z.string(),
    choice: z.string().optional(),
    choices: z.array(z.string()).optional(),
    fields: z.record(z.string(), FieldReply).optional(),
    file: FileGiven.optional(),
    startsFlow: FlowStart.optional(),
    wants: z.literal('person').optional(),
  }),
  z.object({ did: z.literal('learnt'), fact: z.string(), value: Value }),
  /** What was found for the reply before it, the best first. */
  z.object({
    did: z.literal('looked up'),
    asked: z.string().optional(),
    found: z.array(
      z.object({
        id: z.string(),
        question: z.string(),
        confidence: z.number(),
        tags: z.array(z.string()).optional(),
        begins: FlowStart.optional(),
      }),
    ),
    byMeaning: z.boolean(),
    outside: OutsideNoted.optional(),
  }),
  /** A step ordered something of the host and waited for it; and that failed. */
  z.object({ did: z.literal('ordered') }),
  z.object({ did: z.literal('order failed'), why: z.string() }),
  /** What stands between the two was asked before the chat, and is no part of the flow. */
  z.object({ did: z.literal('began before') }),
  z.object({ did: z.literal('ended before'), number: z.int(), at: z.int() }),
  z.object({
    did: z.literal('handed over'),
    team: z.string().nullable(),
    /** The flow went on until somebody came. */
    meanwhile: z.literal(true).optional(),
  }),
  /** Somebody of the team had it from there. */
  z.object({ did: z.literal('taken') }),
  /** It would have been handed over, in the team’s hours, but nobody of it was at their desk. */
  z.object({ did: z.literal('found nobody'), team: z.string() }),
  /** `to` is the scene that somebody chose for it to go on with. */
  z.object({ did: z.literal('handed back'), at: z.int(), to: z.string().optional() }),
  /** Another flow led from there. */
  z.object({ did: z.literal('went elsewhere') }),
  z.object({ did: z.literal('ended'), outcome: z.string().optional() }),
]);
export type RecordedLine = z.infer<typeof RecordedLine>;

/** A real conversation, as its log tells it to a replay. */
export const Recorded = z.object({
  id: z.string(),
  /** The visitor’s name, or how they are called while nothing is known. */
  name: z.string(),
  /** Who visits: the same for one visitor whenever they come. */
  visitor: z.string(),
  /** What its dice were thrown from. */
  seed: z.int(),
  /** Epoch milliseconds. */
  startedAt: z.int(),
  visit: z.object({
    page: z.string(),
    device: z.enum(['phone', 'tablet', 'computer']),
    language: z.string(),
    referrer: z.string(),
    campaign: z.string(),
    returning: z.boolean(),
    knownPerson: z.boolean(),
  }),
  /** What was known before it began. */
  remembered: z.record(z.string(), Value),
  lines: z.array(RecordedLine),
});
export type Recorded = z.infer<typeof Recorded>;
export type RecordedReply = Extract<RecordedLine, { did: 'replied' }>;

import { z } from 'zod';
import { FlowStart, OfferedFlow } from '../questions/flow-button.ts';
import { FromOutside } from '../questions/outside/outside.ts';
import type { Id } from './id.ts';

/** A file that the visitor sent, as the host keeps it. Its type is what its content was found to be. */
export const FileGiven = z.object({ id: z.string(), name: z.string(), type: z.string(), size: z.number().int() });
export type FileGiven = z.infer<typeof FileGiven>;

/** What was typed into, or picked in, one field of a form. */
export const FieldReply = z.object({
  text: z.string().max(4_000),
  choice: z.string().max(60).optional(),
  choices: z.array(z.string().max(60)).max(30).optional(),
});
export type FieldReply = z.infer<typeof FieldReply>;

const FoundArticles = z.array(
  z.object({
    id: z.string(),
    question: z.string(),
    answer: z.string(),
    confidence: z.number(),
    tags: z.array(z.string()),
    /** Flows that it leads into, by their buttons. */
    flows: z.array(OfferedFlow).optional(),
    /** Whether the first of them begins at once. */
    atOnce: z.literal(true).optional(),
  }),
);

/** What was found for a question: articles that may be said to who asks, the best first, their answers with facts filled in. */
export const FoundForReply = z.object({
  articles: FoundArticles,
  /** Where a message asks several things that are each answered by another article: each by itself, in their order. */
  several: z
    .array(z.object({ asked: z.string(), articles: FoundArticles }))
    .min(2)
    .optional(),
  /** Whether they were found by meaning as well, or by words alone. */
  byMeaning: z.boolean(),
  /** What was made of it outside, where the step that asks wants that. */
  outside: FromOutside.optional(),
});
export type FoundForReply = z.infer<typeof FoundForReply>;

/** What the visitor did: what they typed, or picked, filled in and sent, with the words that stand for it. */
export const Reply = z.object({
  event: z.literal('replied'),
  text: z.string(),
  /** The question that is answered, when the visitor’s browser says so: another may be open by now. */
  step: z.string().optional(),
  choice: z.string().optional(),
  choices: z.array(z.string()).optional(),
  /** The fields of a form, by their identities. */
  fields: z.record(z.string(), FieldReply).optional(),
  file: FileGiven.optional(),
  /** What the host found for it, when it may be a question; never a browser’s to say. */
  found: FoundForReply.optional(),
  /** Where the button leads that was pressed, behind an answer or in the menu; never a browser’s to say. */
  startsFlow: FlowStart.optional(),
  /** What was pressed says that a person is wanted, whatever stands on it; as above. */
  wants: z.literal('person').optional(),
});
export type Reply = z.infer<typeof Reply>;

/**
 * What became of something that a step ordered of the host: it worked, with what came of it as JSON, or it failed. A
 * step that waits for the answer is known by the ticket of its order; one that has gone on long since, by its identity.
 */
export type Told = { event: 'told' } & ({ ticket: number } | { step: Id }) &
  ({ outcome: 'worked'; result: unknown } | { outcome: 'failed'; why: string; about?: string | undefined });

/** What happened to a conversation. Times are in `World.now`, not here: an event can be given again in a replay. */
export type Event =
  | { event: 'opened' }
  | Reply
  /** The timer that was set under this ticket is due. */
  | { event: 'timer'; ticket: number }
  | Told
  /** People give it back: where it was left, or to the beginning of a scene. */
  | { event: 'handed back'; to?: Id | undefined };

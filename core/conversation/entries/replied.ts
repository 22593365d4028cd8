import { z } from 'zod';
import { FieldReply, FileGiven, type Reply } from '../../flow/event.ts';
import { FlowStart } from '../../questions/flow-button.ts';
import { COMMENT_STEP, isOfRating } from '../../rating/steps.ts';
import { isAside } from '../aside.ts';
import { entryKind } from './kind.ts';

/** The visitor wrote, or picked, filled in or sent something. */
export const replied = entryKind({
  kind: 'replied',
  schema: z.object({
    kind: z.literal('replied'),
    text: z.string(),
    choice: z.string().optional(),
    choices: z.array(z.string()).optional(),
    /** The question that was answered. */
    step: z.string().optional(),
    fields: z.record(z.string(), FieldReply).optional(),
    file: FileGiven.optional(),
    /** Where the button leads that was pressed, behind an answer or in the menu; or that it wants a person. */
    startsFlow: FlowStart.optional(),
    wants: z.literal('person').optional(),
    clientId: z.string(),
    /** It came by email. */
    mailed: z.literal(true).optional(),
    /** It was said in this conversation, which was joined to the one that the entry is of. */
    elsewhere: z.string().optional(),
  }),
  visitorSees: true,
  toVisitor: entry => ({ ...entry, startsFlow: undefined, wants: undefined }),
  preview: ({ text }) => text,
  wrote: ({ text }) => text,
  // What is said of how it went is no word in the conversation.
  moves({ text, step }) {
    if (step === COMMENT_STEP) return [{ move: 'rating', is: 'over' }];
    return isOfRating(step) ? [] : [{ move: 'visitor', text }];
  },
  happens: () => ({}),
  recorded: ({ text, choice, choices, fields, file, startsFlow, wants, step, elsewhere }, { number, at }) =>
    isAside(step) || elsewhere !== undefined
      ? undefined
      : {
          did: 'replied',
          number,
          at,
          text,
          ...(choice === undefined ? {} : { choice }),
          ...(choices ? { choices } : {}),
          ...(fields ? { fields } : {}),
          ...(file ? { file } : {}),
          ...(startsFlow ? { startsFlow } : {}),
          ...(wants ? { wants } : {}),
        },
});

/** What a visitor answers where it is only played: as an entry of its log, under an identity of the player’s. */
export function repliedWith(
  { text, choice, choices, step, fields, file }: Omit<Reply, 'event'>,
  clientId: string,
): z.infer<typeof replied.schema> {
  return { kind: 'replied', text, choice, choices, step, fields, file, clientId };
}

import { z } from 'zod';
import { FieldReply, FileGiven } from '../../flow/event.ts';
import type { RecordedLine } from '../../flow/replay/recorded.ts';
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
    clientId: z.string(),
  }),
  visitorSees: true,
  preview: ({ text }) => text,
  happens: () => ({}),
  recorded: ({ text, choice, choices, fields, file }, { number, at }) => ({
    did: 'replied',
    number,
    at,
    text,
    ...(choice === undefined ? {} : { choice }),
    ...(choices ? { choices } : {}),
    ...(fields ? { fields } : {}),
    ...(file ? { file } : {}),
  }),
});

/** What a visitor answered once, as an entry of a log that is played again under another identity. */
export function repliedAgain(
  { did: _, number: __, at: ___, ...said }: Extract<RecordedLine, { did: 'replied' }>,
  clientId: string,
): z.infer<typeof replied.schema> {
  return { kind: 'replied', ...said, clientId };
}

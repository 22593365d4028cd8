import { z } from 'zod';
import { plain } from '../../facts/words.ts';
import { Picture } from '../../flow/shown.ts';
import { appearanceKind } from './kind.ts';

const MOST_REPLIES = 3;
/** What is longer lies over the page like an advertisement. */
const LONG = 90;

/** A prompt: a line beside the launcher that speaks first, with replies if wanted. */
export const line = appearanceKind({
  how: 'line',
  schema: z.strictObject({
    how: z.literal('line'),
    line: z.string().trim().min(1, 'A line says something.').max(160, 'At most 160 characters.'),
    replies: z
      .array(z.string().trim().min(1, 'A reply says something.').max(40, 'At most 40 characters.'))
      .max(MOST_REPLIES, `At most ${MOST_REPLIES} replies.`),
    /** Above the line. */
    picture: Picture.optional(),
  }),
  blank: () => ({ how: 'line' as const, line: 'May I help?', replies: [] }),
  words: ({ line: said, replies, picture }) => [
    plain('the line '),
    { value: `“${said}”` },
    ...(replies.length > 0
      ? [plain(' with '), ...replies.flatMap((reply, at) => [plain(at > 0 ? ' · ' : ''), { value: reply }])]
      : []),
    ...(picture ? [plain(' and '), { value: 'a picture' }] : []),
  ],
  says: ({ line: said }) => said,
  findings: ({ line: said, replies, picture }) => [
    ...(picture && picture.alt.trim() === ''
      ? [{ level: 'advice' as const, sentence: 'Say what the picture shows, for people who cannot see it.' }]
      : []),
    ...(said.length > LONG
      ? [{ level: 'advice' as const, sentence: `The line has ${said.length} characters; it is read in passing.` }]
      : []),
    ...(new Set(replies).size < replies.length
      ? [{ level: 'problem' as const, sentence: 'Two replies say the same.' }]
      : []),
  ],
});

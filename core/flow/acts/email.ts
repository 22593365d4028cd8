import { z } from 'zod';
import { entryKind } from '../../conversation/entries/kind.ts';
import { SpokenLine } from '../line.ts';
import { mustKind } from '../runs/must.ts';
import { ChartShown } from '../shown.ts';
import { actKind } from './kind.ts';

const letter = z.object({
  to: z.array(z.string()),
  /** Whether it goes to the visitor, or to colleagues. */
  toVisitor: z.boolean(),
  subject: z.string(),
  line: SpokenLine,
  charts: z.array(ChartShown),
});
const schema = letter.extend({ act: z.literal('email'), step: z.string() });

const emailed = entryKind({
  kind: 'emailed',
  schema: letter.extend({ kind: z.literal('emailed') }),
  happens: ({ toVisitor, subject }) => ({ toVisitor, subject }),
  words: ({ to, subject }) => `Emailed ${to.join(', ')}: “${subject}”`,
});

const mustEmail = mustKind<z.infer<typeof schema>>()({
  must: 'email',
  schema: z.strictObject({ must: z.literal('email'), subject: z.string().max(300) }),
  mostly: true,
  words: ({ subject }) => `An email “${subject}” is sent.`,
  why({ subject: wanted }, acts) {
    const subjects = acts.map(({ subject }) => subject);
    if (subjects.includes(wanted)) return undefined;
    return subjects.length > 0
      ? `the email sent is “${subjects.join('”, “')}” instead of “${wanted}”.`
      : `no email is sent, instead of “${wanted}”.`;
  },
  shown(acts) {
    const mail = acts.at(-1);
    return mail ? [{ must: 'email' as const, subject: mail.subject }] : [];
  },
});

/** Sends an email. Its step is told when it comes back. */
export const email = actKind({
  act: 'email',
  schema,
  entry: emailed,
  leaves: ({ to, toVisitor, subject, line, charts }) => ({ to, toVisitor, subject, line, charts }),
  musts: [mustEmail],
});

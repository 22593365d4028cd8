import { z } from 'zod';
import { entryKind } from '../../conversation/entries/kind.ts';
import { lineText, SpokenLine } from '../line.ts';
import { mustKind } from '../runs/must.ts';
import { Picture } from '../shown.ts';
import { actKind } from './kind.ts';

const schema = z.object({
  act: z.literal('say'),
  step: z.string(),
  line: SpokenLine,
  pictures: z.array(Picture).optional(),
});

const said = entryKind({
  kind: 'said',
  schema: z.object({
    kind: z.literal('said'),
    speaker: z.string(),
    line: SpokenLine,
    pictures: z.array(Picture).optional(),
    /** The rule that says it, where no flow does. */
    rule: z.object({ id: z.string(), name: z.string() }).optional(),
  }),
  visitorSees: true,
  moves: ({ rule }) => [{ move: rule ? 'rule' : 'flow' }],
  // What a rule says hides nothing of what was said before.
  preview: ({ line, rule }) => (rule ? undefined : lineText(line)),
});

const holds = (said: readonly string[], text: string): boolean =>
  said.some(line => line.toLowerCase().includes(text.toLowerCase()));

const mustSay = mustKind()({
  must: 'say',
  schema: z.strictObject({ must: z.literal('say'), text: z.string().min(1).max(1_000) }),
  asked: 'Said somewhere',
  words: ({ text }) => `“${text}” is said.`,
  why: ({ text }, _, ended) => (holds(ended.said, text) ? undefined : `“${text}” is not said.`),
});

const mustNeverSay = mustKind()({
  must: 'never say',
  schema: z.strictObject({ must: z.literal('never say'), text: z.string().min(1).max(1_000) }),
  asked: 'Never said',
  words: ({ text }) => `“${text}” is never said.`,
  why: ({ text }, _, ended) => (holds(ended.said, text) ? `“${text}” is said.` : undefined),
});

/** Says a line to the visitor, with its pictures. */
export const say = actKind({
  act: 'say',
  schema,
  entry: said,
  leaves: ({ line, pictures }, speaker) => ({ speaker, line, ...(pictures ? { pictures } : {}) }),
  said: ({ line }) => line,
  musts: [mustSay, mustNeverSay],
});

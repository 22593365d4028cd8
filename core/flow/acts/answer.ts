import { z } from 'zod';
import { entryKind } from '../../conversation/entries/kind.ts';
import { cut } from '../../facts/text.ts';
import { AnswerBlock, blocksText } from '../../questions/blocks.ts';
import { Id } from '../id.ts';
import { lineOf } from '../line.ts';
import { actKind } from './kind.ts';

/** So much of an answer stands in lists, in characters. */
const PREVIEW = 300;

/** An article by its identity, with the question that it answers; a passage’s is its heading. */
const Named = z.object({ id: z.string(), question: z.string() });

const told = entryKind({
  kind: 'told',
  schema: z.object({
    kind: z.literal('told'),
    speaker: z.string(),
    article: Named,
    blocks: z.array(AnswerBlock),
  }),
  visitorSees: true,
  moves: () => [{ move: 'flow' }],
  preview: ({ blocks }) => cut(blocksText(blocks), PREVIEW),
  letter: ({ speaker, blocks }) => ({ by: speaker, text: blocksText(blocks) }),
});

/** Tells the visitor what an article answers. */
export const tellAnswer = actKind({
  act: 'tell answer',
  schema: z.object({ act: z.literal('tell answer'), step: Id, article: Named, blocks: z.array(AnswerBlock) }),
  entry: told,
  leaves: ({ article, blocks }, speaker) => ({ speaker, article, blocks }),
  said: ({ blocks }) => lineOf(blocksText(blocks)),
});

const percent = (confidence: number): string => `${Math.round(confidence * 100)}%`;

const Looked = z.object({
  asked: z.string(),
  /** The best first. */
  found: z.array(Named.extend({ confidence: z.number(), tags: z.array(z.string()).optional() })),
  did: z.enum(['answered', 'asked back', 'did not know']),
  /** Whether it was found by meaning as well. */
  byMeaning: z.boolean(),
});

const lookedUp = entryKind({
  kind: 'looked up',
  schema: Looked.extend({ kind: z.literal('looked up') }),
  words({ found, did }) {
    const [best] = found;
    if (did === 'answered' && best) return `Answered by “${best.question}”, ${percent(best.confidence)} sure.`;
    const near = best ? ` Nearest is “${best.question}”, ${percent(best.confidence)} sure.` : '';
    return did === 'asked back' ? `Not sure which is meant, so that was asked.${near}` : `No answer is known.${near}`;
  },
  recorded: ({ found, byMeaning }) => ({ did: 'looked up', found, byMeaning }),
  // What is missed is learnt from, and what is said is counted.
  happens: ({ asked, found, did, byMeaning }) => ({ asked, did, byMeaning, found: found.slice(0, 3) }),
});

/** Tells the team what was found for a question, and what was made of it. */
export const lookUp = actKind({
  act: 'look up',
  schema: Looked.extend({ act: z.literal('look up'), step: Id }),
  entry: lookedUp,
  leaves: ({ asked, found, did, byMeaning }) => ({ asked, found, did, byMeaning }),
});

const Helped = z.object({ article: Named, asked: z.string(), helped: z.boolean() });

const helped = entryKind({
  kind: 'helped',
  schema: Helped.extend({ kind: z.literal('helped') }),
  words: ({ article, helped }) => `“${article.question}” ${helped ? 'helped' : 'did not help'}.`,
  happens: ({ article, asked, helped }) => ({ article, asked, helped }),
});

/** The visitor says whether an answer helped. */
export const answerHelped = actKind({
  act: 'answer helped',
  schema: Helped.extend({ act: z.literal('answer helped'), step: Id }),
  entry: helped,
  leaves: ({ article, asked, helped }) => ({ article, asked, helped }),
});

import { z } from 'zod';
import { entryKind } from '../../conversation/entries/kind.ts';
import { cut } from '../../facts/text.ts';
import { AnswerBlock, blocksText } from '../../questions/blocks.ts';
import { FlowStart, OfferedFlow } from '../../questions/flow-button.ts';
import { OutsideNoted } from '../../questions/outside/outside.ts';
import { Id } from '../id.ts';
import { lineOf } from '../line.ts';
import { mustKind } from '../runs/must.ts';
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
    /** What it was composed of; of what is as it is written nothing. */
    sources: z.array(Named).optional(),
    /** Flows that it leads into, by their buttons; of which visitors are told what stands on them. */
    flows: z.array(OfferedFlow.partial({ flow: true })).optional(),
  }),
  visitorSees: true,
  toVisitor: ({ flows, ...entry }) => ({
    ...entry,
    ...(flows ? { flows: flows.map(({ label }) => ({ label })) } : {}),
  }),
  moves: () => [{ move: 'flow' }],
  preview: ({ blocks }) => cut(blocksText(blocks), PREVIEW),
  letter: ({ speaker, blocks }) => ({ by: speaker, text: blocksText(blocks) }),
});

/** Where a button behind an answer leads that stands in a log as the team has it; undefined where there is none like that. */
export function startOfButton(
  entries: ReadonlyArray<{ kind: string }>,
  button: { of: string; label: string },
): FlowStart | undefined {
  const pressed = entries
    .filter((entry): entry is z.infer<typeof told.schema> => entry.kind === told.kind)
    .flatMap(({ article, flows = [] }) => (article.id === button.of ? flows : []))
    .find(({ label }) => label === button.label);
  return pressed?.flow === undefined ? undefined : FlowStart.parse({ flow: pressed.flow, scene: pressed.scene });
}

const tells = z.object({
  act: z.literal('tell answer'),
  step: Id,
  article: Named,
  blocks: z.array(AnswerBlock),
  sources: z.array(Named).optional(),
  flows: z.array(OfferedFlow).optional(),
});

const mustAnswer = mustKind<z.infer<typeof tells>>()({
  must: 'answer',
  schema: z.strictObject({ must: z.literal('answer'), article: z.string().max(30), question: z.string().max(500) }),
  mostly: true,
  words: ({ question }) => `“${question}” is answered.`,
  why({ article, question }, acts) {
    if (acts.some(act => act.article.id === article)) return undefined;
    const others = acts.map(act => `“${act.article.question}”`);
    return others.length > 0
      ? `${others.join(', ')} ${others.length === 1 ? 'was' : 'were'} answered, and not “${question}”.`
      : `nothing was answered.`;
  },
  shown: acts =>
    [...new Map(acts.map(({ article }) => [article.id, article.question]))].map(([article, question]) => ({
      must: 'answer' as const,
      article,
      question,
    })),
});

/** Tells the visitor what an article answers. */
export const tellAnswer = actKind({
  act: 'tell answer',
  schema: tells,
  entry: told,
  leaves: ({ article, blocks, sources, flows }, speaker) => ({
    speaker,
    article,
    blocks,
    ...(sources ? { sources } : {}),
    ...(flows ? { flows } : {}),
  }),
  said: ({ blocks }) => lineOf(blocksText(blocks)),
  musts: [mustAnswer],
});

const percent = (confidence: number): string => `${Math.round(confidence * 100)}%`;

const Looked = z.object({
  asked: z.string(),
  /** The best first. */
  found: z.array(
    Named.extend({
      confidence: z.number(),
      tags: z.array(z.string()).optional(),
      /** Where it leads at once. */
      begins: FlowStart.optional(),
    }),
  ),
  did: z.enum(['answered', 'asked back', 'did not know']),
  /** Whether it was found by meaning as well. */
  byMeaning: z.boolean(),
  /** What was made of it outside, where that was asked. */
  outside: OutsideNoted.optional(),
});

/** What was made of it outside: a sentence that says all, or how the sentence about the article ends. */
function outsideWords(outside: OutsideNoted): [whole: string | undefined, behind?: string] {
  switch (outside.did) {
    case 'composed':
      return [undefined, ', worded by the model.'];
    case 'answered':
      return [`Answered by your service${outside.person ? ', which wishes for a person' : ''}.`];
    case 'did not know':
      return [
        outside.by === 'service' ? 'Your service does not know that.' : 'The model found no answer in what was found.',
      ];
    case 'failed':
      return [
        undefined,
        `. ${outside.by === 'service' ? 'Your service' : 'The model'} could not be used: ${outside.why}`,
      ];
    case 'unfounded':
      return [
        undefined,
        outside.is === ''
          ? ', as it is written: the model named no source.'
          : `, as it is written: the model said “${outside.is}”, which none of its sources has.`,
      ];
  }
}

const lookedUp = entryKind({
  kind: 'looked up',
  schema: Looked.extend({ kind: z.literal('looked up') }),
  words({ found, did, outside }) {
    const [best] = found;
    const [whole, behind] = outside ? outsideWords(outside) : [];
    if (whole) return whole;
    if (did === 'answered' && best)
      return `Answered by “${best.question}”, ${percent(best.confidence)} sure${behind ?? '.'}`;
    const near = best ? ` Nearest is “${best.question}”, ${percent(best.confidence)} sure.` : '';
    return did === 'asked back' ? `Not sure which is meant, so that was asked.${near}` : `No answer is known.${near}`;
  },
  recorded: ({ asked, found, byMeaning, outside }) => ({
    did: 'looked up',
    asked,
    found,
    byMeaning,
    ...(outside ? { outside } : {}),
  }),
  // What is missed is learnt from, and what is said is counted.
  happens: ({ asked, found, did, byMeaning }) => ({ asked, did, byMeaning, found: found.slice(0, 3) }),
});

/** Tells the team what was found for a question, and what was made of it. */
export const lookUp = actKind({
  act: 'look up',
  schema: Looked.extend({ act: z.literal('look up'), step: Id }),
  entry: lookedUp,
  leaves: ({ asked, found, did, byMeaning, outside }) => ({
    asked,
    found,
    did,
    byMeaning,
    ...(outside ? { outside } : {}),
  }),
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

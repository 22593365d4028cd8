import { z } from 'zod';
import { Article } from './article.ts';
import { type Asker, Audience, everybody, type NotForThem, notFor } from './audience.ts';
import { FlowButton } from './flow-button.ts';

const unique = (texts: string[]): string[] => [...new Set(texts)];

/** Whether something is still to be written in an answer: `[? how far you travel]`. */
export const hasGap = (answer: string): boolean => /\[\?[^\]\n]*\]/.test(answer);

/** An article as leads write and keep it. */
export const KeptArticle = z
  .strictObject({
    question: z.string().trim().min(1, 'It needs a question.').max(500, 'A question has at most 500 characters.'),
    /** CommonMark; `{opening hours}` is a place for a fact. */
    answer: z.string().trim().max(20_000, 'An answer has at most 20,000 characters.'),
    /** Flows that it leads into, each by a button behind the answer. */
    flows: z.array(FlowButton).max(4, 'It leads into at most four flows.').default([]),
    /** Whether the first of them begins as soon as this is asked, behind the answer where there is one. */
    atOnce: z.boolean().default(false),
    wordings: z.array(z.string().trim().min(1).max(500)).max(100, 'It has at most 100 wordings.').transform(unique),
    tags: z.array(z.string().trim().min(1).max(40)).max(20, 'It has at most 20 tags.').transform(unique),
    /** Where it is from: a page, a document, or null of what was written here. */
    source: Article.shape.source.unwrap().nullable(),
    /** It waits for a lead’s yes: nobody is shown or told it. */
    draft: z.boolean(),
    /** Whether it stands in the list that visitors see before they ask. */
    listed: z.boolean(),
    audience: Audience,
    /** The first and the last day on which it holds, as ISO 8601 writes them, in the workspace’s zone. */
    from: z.iso.date('That is not a day.').nullable(),
    to: z.iso.date('That is not a day.').nullable(),
  })
  .refine(({ from, to }) => from === null || to === null || from <= to, {
    path: ['to'],
    message: 'It ends before it begins.',
  })
  .refine(({ answer, atOnce }) => answer !== '' || atOnce, { path: ['answer'], message: 'It needs an answer.' })
  .refine(({ flows, atOnce }) => !atOnce || flows.length > 0, {
    path: ['flows'],
    message: 'Say which flow begins at once.',
  })
  .refine(({ flows }) => new Set(flows.map(({ label }) => label)).size === flows.length, {
    path: ['flows'],
    message: 'Two of its buttons say the same.',
  })
  .refine(({ draft, answer }) => draft || !hasGap(answer), {
    path: ['answer'],
    message: 'Something is still to be written in it, between [? and ].',
  });
export type KeptArticle = z.infer<typeof KeptArticle>;

export const blankArticle: KeptArticle = {
  question: '',
  answer: '',
  flows: [],
  atOnce: false,
  wordings: [],
  tags: [],
  source: null,
  draft: false,
  listed: false,
  audience: everybody,
  from: null,
  to: null,
};

/** Why an article is not said to somebody. */
export type Withheld = 'draft' | 'not yet' | 'over' | NotForThem;

/** @param today the day in the workspace’s zone, as ISO 8601 writes it */
export function withheldFrom({ draft, from, to, audience }: KeptArticle, asker: Asker, today: string): Withheld[] {
  const why: Withheld[] = [];
  if (draft) why.push('draft');
  if (from !== null && today < from) why.push('not yet');
  if (to !== null && today > to) why.push('over');
  return [...why, ...notFor(audience, asker)];
}

/**
 * Two articles as one: the first answers, and what the second was asked by is a wording of it.
 * Of what they are for the first stays as it is.
 */
export function joinedArticle(one: KeptArticle, other: KeptArticle): KeptArticle {
  const wordings = unique([...one.wordings, other.question, ...other.wordings]).filter(text => text !== one.question);
  return { ...one, wordings: wordings.slice(0, 100), tags: unique([...one.tags, ...other.tags]).slice(0, 20) };
}

import { KeptArticle, SynonymGroup } from '@kineta/core';
import { z } from 'zod';
import { LiveFlow } from '../flows.ts';
import { ById, Done, Instant, RowId, route } from '../route.ts';

/** An article as it stands in the list: of a long answer only the beginning. */
export const ListedArticle = z.object({
  id: RowId,
  question: z.string(),
  begins: z.string(),
  wordings: z.int(),
  tags: z.array(z.string()),
  source: z.string().nullable(),
  draft: z.boolean(),
  listed: z.boolean(),
  /** Whether it is kept from some: by site, page, language, person, or days. */
  narrowed: z.boolean(),
  /** The flows that it leads into, by their identities, and whether the first begins at once. */
  flows: z.array(z.string()),
  atOnce: z.boolean(),
  /** How often it was said. */
  used: z.int(),
});
export type ListedArticle = z.infer<typeof ListedArticle>;

/** An article as it is written, with how often it was. */
export const ArticlePage = z.object({
  id: RowId,
  article: KeptArticle,
  /** How often it was written: by this it is told whether somebody else has meanwhile. */
  number: z.int(),
});
export type ArticlePage = z.infer<typeof ArticlePage>;

/** An article as it was at some time. */
export const ArticleVersion = z.object({
  number: z.int(),
  article: KeptArticle,
  at: Instant,
  /** Who wrote it so; null of who has gone, and of what wrote itself. */
  by: z.string().nullable(),
});
export type ArticleVersion = z.infer<typeof ArticleVersion>;

/** As what answers are written out. */
export const WRITTEN_AS = ['jsonld', 'csv', 'markdown'] as const;
export type WrittenAs = (typeof WRITTEN_AS)[number];

/** What is done with several articles at once. */
export const SeveralDone = z.discriminatedUnion('what', [
  z.strictObject({ what: z.literal('approve') }),
  z.strictObject({ what: z.literal('list'), listed: z.boolean() }),
  z.strictObject({ what: z.literal('tag'), tag: z.string().trim().min(1).max(40) }),
  z.strictObject({ what: z.literal('untag'), tag: z.string().trim().min(1).max(40) }),
  z.strictObject({ what: z.literal('remove') }),
  z.strictObject({ what: z.literal('restore') }),
]);
export type SeveralDone = z.infer<typeof SeveralDone>;

/** The kinds of business whose usual questions are proposed. */
export const BUSINESS_KINDS = ['at home', 'shop', 'software', 'practice', 'school'] as const;
export type BusinessKind = (typeof BUSINESS_KINDS)[number];

/** With so many articles something is done at once. */
export const MOST_AT_ONCE = 500;

/** Two articles that are made one, of which the first answers. */
export const Joined = z.strictObject({ id: RowId, other: RowId });

/** Which words and phrases of a business mean the same. */
export const Synonyms = z.strictObject({
  groups: z.array(SynonymGroup).max(200, 'At most 200 lines of words are kept.'),
});
export type Synonyms = z.infer<typeof Synonyms>;

const NamedArticle = z.object({ id: RowId, question: z.string() });

/** Articles that should be looked at. */
export const Doubts = z.object({
  /** Nobody was told them in the month that they are there. */
  unused: z.array(RowId),
  /** Two that answer one question with two numbers: how each has it. */
  contradictions: z.array(z.object({ one: NamedArticle, other: NamedArticle, says: z.array(z.string()).length(2) })),
});
export type Doubts = z.infer<typeof Doubts>;

export const articleRoutes = {
  list: route({
    method: 'GET',
    path: '/api/questions',
    summary: 'The articles by which questions are answered, those that are listed first, in their order',
    access: 'member',
    reply: z.object({ articles: z.array(ListedArticle) }),
  }),
  add: route({
    method: 'POST',
    path: '/api/questions',
    summary: 'Write an article',
    access: 'lead',
    body: KeptArticle,
    reply: ArticlePage,
  }),
  one: route({
    method: 'GET',
    path: '/api/questions/:id',
    summary: 'An article as it is written',
    access: 'member',
    params: ById,
    reply: ArticlePage,
  }),
  change: route({
    method: 'PUT',
    path: '/api/questions/:id',
    summary: 'Write an article otherwise',
    access: 'lead',
    params: ById,
    body: z.strictObject({ article: KeptArticle, number: z.int() }),
    reply: ArticlePage,
  }),
  history: route({
    method: 'GET',
    path: '/api/questions/:id/history',
    summary: 'How an article was written before, the newest first',
    access: 'member',
    params: ById,
    reply: z.object({ versions: z.array(ArticleVersion) }),
  }),
  order: route({
    method: 'PUT',
    path: '/api/questions/order',
    summary: 'Put those that visitors see listed in another order',
    access: 'lead',
    body: z.strictObject({ ids: z.array(RowId).max(500) }),
    reply: Done,
  }),
  several: route({
    method: 'POST',
    path: '/api/questions/several',
    summary: 'Do the same with several articles; those that were removed come back by “restore”',
    access: 'lead',
    body: z.strictObject({ ids: z.array(RowId).min(1).max(MOST_AT_ONCE), done: SeveralDone }),
    reply: z.object({ changed: z.int() }),
  }),
  join: route({
    method: 'POST',
    path: '/api/questions/joined',
    summary: 'Make two articles one: the first answers, what the second was asked by is a wording of it',
    access: 'lead',
    body: Joined,
    reply: ArticlePage,
  }),
  writtenOut: route({
    method: 'GET',
    path: '/api/questions/written/:as',
    summary: 'All answers that may be said, as a document: FAQPage data (schema.org), a table, or Markdown',
    access: 'lead',
    params: z.strictObject({ as: z.enum(WRITTEN_AS) }),
    reply: z.string(),
    replyType: 'application/octet-stream',
  }),
  propose: route({
    method: 'POST',
    path: '/api/questions/proposed',
    summary: 'Take in what a kind of business is always asked, as drafts, but for questions that there are',
    access: 'lead',
    body: z.strictObject({ business: z.enum(BUSINESS_KINDS) }),
    reply: z.object({ fresh: z.int() }),
  }),
  doubts: route({
    method: 'GET',
    path: '/api/questions/doubts',
    summary: 'The articles that nobody is told, and those that contradict each other',
    access: 'lead',
    reply: Doubts,
  }),
  flows: route({
    method: 'GET',
    path: '/api/questions/flows',
    summary: 'The flows that an answer can lead into, with their scenes',
    access: 'lead',
    reply: z.object({ flows: z.array(LiveFlow) }),
  }),
  synonyms: route({
    method: 'GET',
    path: '/api/questions/synonyms',
    summary: 'The words and phrases of the business that mean the same, by which what is asked is read',
    access: 'lead',
    reply: Synonyms,
  }),
  setSynonyms: route({
    method: 'PUT',
    path: '/api/questions/synonyms',
    summary: 'Say which words and phrases mean the same',
    access: 'lead',
    body: Synonyms,
    reply: Done,
  }),
};

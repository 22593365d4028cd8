import {
  type AskedOutcome,
  type Decision,
  FoundForReply,
  FromOutside,
  KeptArticle,
  OfferedFlow,
  OutsideName,
  SynonymGroup,
  Thresholds,
  type Withheld,
} from '@kineta/core';
import { z } from 'zod';
import { LiveFlow } from './flows.ts';
import { PageAddress } from './install.ts';
import { ById, Done, Instant, RowId, route } from './route.ts';

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

const WITHHELD = [
  'draft',
  'not yet',
  'over',
  'other site',
  'other page',
  'other language',
  'known only',
  'not known only',
  'fact not known',
  'flow not published',
] as const satisfies ReadonlyArray<Withheld | 'fact not known' | 'flow not published'>;
export type WithheldBy = (typeof WITHHELD)[number];

/** An article that was found for what was asked, and why. */
export const FoundArticle = z.object({
  id: RowId,
  question: z.string(),
  answer: z.string(),
  confidence: z.number(),
  tags: z.array(z.string()),
  /** Flows that it leads into, by their buttons, and whether the first begins at once. */
  flows: z.array(OfferedFlow),
  atOnce: z.boolean(),
  /** Why it is not said to who asks, if it is not. */
  withheld: z.array(z.enum(WITHHELD)),
  reason: z.object({
    words: z.array(z.string()),
    near: z.array(z.object({ asked: z.string(), told: z.string() })),
    wording: z.object({ text: z.string(), likeness: z.number() }).nullable(),
    mended: z.array(z.object({ typed: z.string(), read: z.string() })),
  }),
});
export type FoundArticle = z.infer<typeof FoundArticle>;

/** What a visitor sees listed before they ask, in its order, and what they do not. */
export const ListedThere = z.object({
  shown: z.array(z.object({ id: RowId, question: z.string() })),
  /** Why they are not: nothing of those that stand behind as many as are shown. */
  held: z.array(z.object({ id: RowId, question: z.string(), withheld: z.array(z.enum(WITHHELD)) })),
});
export type ListedThere = z.infer<typeof ListedThere>;

const DecisionMade = z.discriminatedUnion('kind', [
  z.object({ kind: z.literal('answer'), id: RowId }),
  z.object({ kind: z.literal('did you mean'), ids: z.array(RowId) }),
  z.object({ kind: z.literal('not known') }),
]) satisfies z.ZodType<Decision>;

/** What would be said to who asks this. */
export const Asked = z.object({
  decision: DecisionMade,
  /** The best first; those that are withheld among them. */
  found: z.array(FoundArticle),
  /** Whether it was found by meaning as well, or by words alone. */
  byMeaning: z.boolean(),
  /** How many of the articles’ texts are still to be read for their meaning; 0 once all are. */
  unread: z.int(),
  thresholds: z.object({ answer: z.number(), meant: z.number() }),
  /** Where several things are asked that are each answered: what is found for each, the best first. */
  several: FoundForReply.shape.several.unwrap().nullable(),
  /** What was made of it outside, where that was asked for. */
  outside: FromOutside.nullable(),
});
export type Asked = z.infer<typeof Asked>;

/** Where something was asked: a conversation, and its number in the log. */
const AskedThere = z.strictObject({ conversation: RowId, number: z.int().min(1) });
const Places = z.array(AskedThere).min(1).max(100);

/** What visitors asked that nobody answered, or that was answered without helping: all that asks the same. */
export const Gap = z.object({
  title: z.string(),
  count: z.int(),
  since: Instant,
  last: Instant,
  /** In their words. */
  examples: z.array(z.string()),
  /** How many were answered, and said that it did not help. */
  unhelpful: z.int(),
  /** The article that is nearest. */
  nearest: z.object({ id: RowId, question: z.string(), confidence: z.number() }).nullable(),
  places: z.array(AskedThere),
});
export type Gap = z.infer<typeof Gap>;

const OUTCOMES = [
  'right',
  'wrong',
  'asked back',
  'asked back in vain',
  'honestly unknown',
  'missed',
] as const satisfies readonly AskedOutcome[];

/** What would become of an example otherwise than it does, and which question’s answer would be the best for it. */
export const ChangedExample = z.object({
  asked: z.string(),
  before: z.array(z.string()),
  now: z.enum(OUTCOMES),
  would: z.enum(OUTCOMES),
  best: z.string().nullable(),
});
export type ChangedExample = z.infer<typeof ChangedExample>;

const FoundBy = z.object({ id: RowId, confidence: z.number() });

/** A question of which it is known what is right. */
export const QuestionExample = z.object({
  id: RowId,
  asked: z.string(),
  /** What was asked before it, the last at the end. */
  before: z.array(z.string()),
  /** The article that is right; null where nothing answers it. */
  article: RowId.nullable(),
  /** What is found for it now, the best first; null while it is still to be asked. */
  found: z.array(FoundBy).nullable(),
  /** What was found before the answers were last changed, as far as that is known. */
  earlier: z.array(FoundBy).nullable(),
});
export type QuestionExample = z.infer<typeof QuestionExample>;

/** What a document answers, beside what is known already. */
export const BroughtPart = z.object({
  /** The page that it is from, where several were read. */
  source: z.string().optional(),
  kind: z.enum(['pair', 'passage']),
  /** Empty of a passage; it is proposed by its heading then. */
  question: z.string(),
  answer: z.string(),
  heading: z.string(),
  /** Whether it is new, known with another answer, known as it is, like another, or from there before and there no more. */
  state: z.enum(['new', 'changed', 'same', 'like', 'gone']),
  /** The one that it is, or is like. */
  article: z.object({ id: RowId, question: z.string(), answer: z.string() }).nullable(),
});
export type BroughtPart = z.infer<typeof BroughtPart>;

/** With so many articles something is done at once. */
export const MOST_AT_ONCE = 500;

/** So many parts of a document are told of. */
export const MOST_PARTS = 2_000;

/** What is taken in of what was found in a document. */
export const Taken = z.strictObject({
  source: z.string().trim().min(1).max(300),
  parts: z
    .array(
      z.strictObject({
        /** The answer that is written otherwise; a new one without. */
        id: RowId.nullable(),
        question: KeptArticle.shape.question,
        answer: KeptArticle.shape.answer.min(1, 'It needs an answer.'),
      }),
    )
    .max(MOST_PARTS),
  /** Those that are there no more, and are removed. */
  gone: z.array(RowId).max(MOST_PARTS).default([]),
});
export type Taken = z.output<typeof Taken>;

/** Two articles that are made one, of which the first answers. */
const Joined = z.strictObject({ id: RowId, other: RowId });

/** What may be done with answers, of which it is asked before what it would change. */
export const ProposedChange = z.discriminatedUnion('what', [
  /** One is written so: instead of another, or a new one without its identity. */
  z.strictObject({ what: z.literal('write'), id: RowId.nullable(), article: KeptArticle }),
  /** Several may be said, or are removed. */
  z.strictObject({ what: z.literal('approve'), ids: z.array(RowId).min(1).max(MOST_AT_ONCE) }),
  z.strictObject({ what: z.literal('remove'), ids: z.array(RowId).min(1).max(MOST_AT_ONCE) }),
  Joined.extend({ what: z.literal('join') }),
  z.strictObject({ what: z.literal('take'), taken: z.array(Taken).min(1).max(MOST_PARTS) }),
]);
export type ProposedChange = z.output<typeof ProposedChange>;

/** Which words and phrases of a business mean the same. */
export const Synonyms = z.strictObject({
  groups: z.array(SynonymGroup).max(200, 'At most 200 lines of words are kept.'),
});
export type Synonyms = z.infer<typeof Synonyms>;

/** A site that is read, page by page, for what it answers. */
export const HelpSite = z.object({
  id: RowId,
  /** Of a sitemap, or of a page. */
  address: z.string(),
  everyDays: z.int().nullable(),
  state: z.enum(['listing', 'reading', 'read', 'stopped', 'failed']),
  /** Why it failed. */
  why: z.string().nullable(),
  pages: z.int(),
  waiting: z.int(),
  /** How many could not be read, or answer nothing that could be. */
  refused: z.int(),
  /** How many are not read, as they are too many, or its robots.txt asks for that. */
  leftOut: z.int(),
  readAt: Instant.nullable(),
  /** How many of its answers were otherwise when some last were: new, worded anew, or gone; null while none ever was. */
  changed: z.object({ count: z.int(), at: Instant }).nullable(),
});
export type HelpSite = z.infer<typeof HelpSite>;
const EveryDays = z.int().min(1).max(90).nullable();

const NamedArticle = z.object({ id: RowId, question: z.string() });

/** Articles that should be looked at. */
export const Doubts = z.object({
  /** Nobody was told them in the month that they are there. */
  unused: z.array(RowId),
  /** Two that answer one question with two numbers: how each has it. */
  contradictions: z.array(z.object({ one: NamedArticle, other: NamedArticle, says: z.array(z.string()).length(2) })),
});
export type Doubts = z.infer<typeof Doubts>;

/** Who would ask, and where; null of what does not matter. */
const AskingThere = z.strictObject({
  site: RowId.nullable().default(null),
  page: z.string().max(2_000).nullable().default(null),
  language: z.string().max(20).nullable().default(null),
  isKnown: z.boolean().nullable().default(null),
});

export const questionRoutes = {
  answered: route({
    method: 'POST',
    path: '/api/questions/answered',
    summary: 'Tell whether one of the suggested answers was sent to what a visitor asked, or something else',
    access: 'member',
    body: z.strictObject({
      conversation: RowId,
      number: z.int().min(1),
      asked: z.string().trim().min(1).max(300),
      used: z.boolean(),
      /** The one that was used, or that was suggested first. */
      article: RowId.nullable(),
      confidence: z.number().min(0).max(1),
    }),
    reply: Done,
  }),
  gaps: route({
    method: 'GET',
    path: '/api/questions/gaps',
    summary:
      'What visitors asked in the last 30 days that nobody answered, or that was answered without helping, put together',
    access: 'lead',
    reply: z.object({ gaps: z.array(Gap), unread: z.int() }),
  }),
  wordGap: route({
    method: 'POST',
    path: '/api/questions/gaps/worded',
    summary: 'Make what was asked there other wordings of an article',
    access: 'lead',
    body: z.strictObject({ article: RowId, places: Places }),
    reply: Done,
  }),
  draftGap: route({
    method: 'POST',
    path: '/api/questions/gaps/drafted',
    summary: 'Draft an article for what was asked there, from what somebody answered then',
    access: 'lead',
    body: z.strictObject({ places: Places }),
    reply: z.object({ id: RowId }),
  }),
  dismissGap: route({
    method: 'POST',
    path: '/api/questions/gaps/dismissed',
    summary: 'Say that what was asked there is not to be answered',
    access: 'lead',
    body: z.strictObject({ places: Places }),
    reply: Done,
  }),
  examples: route({
    method: 'GET',
    path: '/api/questions/examples',
    summary: 'Questions of which it is known what is right, with what is found for each now',
    access: 'member',
    reply: z.object({
      examples: z.array(QuestionExample),
      /** The answers are still being read for their meaning: all are asked once more when they are. */
      isReading: z.boolean(),
    }),
  }),
  keepExample: route({
    method: 'POST',
    path: '/api/questions/examples',
    summary: 'Keep a question with the answer that is right for it, or that nothing answers it',
    access: 'lead',
    body: z.strictObject({
      asked: z.string().trim().min(1, 'Ask something.').max(500, 'An example has at most 500 characters.'),
      before: z.array(z.string().max(500)).max(10).default([]),
      article: RowId.nullable(),
    }),
    reply: Done,
  }),
  leaveExample: route({
    method: 'DELETE',
    path: '/api/questions/examples/:id',
    summary: 'Keep an example no more',
    access: 'lead',
    params: ById,
    reply: Done,
  }),
  wouldChange: route({
    method: 'POST',
    path: '/api/questions/examples/with',
    summary: 'What would become of the examples if answers were otherwise, before they are',
    most: 8_000,
    access: 'lead',
    body: ProposedChange,
    reply: z.object({
      /** How many examples were asked in time, of how many. */
      asked: z.int(),
      all: z.int(),
      changed: z.array(ChangedExample),
      /** The answers are still being read for their meaning, so that nothing can be told yet. */
      isReading: z.boolean(),
    }),
  }),
  setSure: route({
    method: 'PUT',
    path: '/api/questions/sure',
    summary: 'Say from how sure on an answer is said, and asked back about',
    access: 'lead',
    body: Thresholds,
    reply: Done,
  }),
  sites: route({
    method: 'GET',
    path: '/api/questions/sites',
    summary: 'The sites that are read for what they answer, and how far that is',
    access: 'lead',
    reply: z.object({ sites: z.array(HelpSite) }),
  }),
  beginSite: route({
    method: 'POST',
    path: '/api/questions/sites',
    summary: 'Begin to read the pages of a sitemap for what they answer, in the background, as its robots.txt allows',
    access: 'lead',
    body: z.strictObject({ address: PageAddress, everyDays: EveryDays.default(null) }),
    reply: HelpSite,
  }),
  siteOften: route({
    method: 'PUT',
    path: '/api/questions/sites/:id',
    summary: 'Say how often a site is read again',
    access: 'lead',
    params: z.strictObject({ id: RowId }),
    body: z.strictObject({ everyDays: EveryDays }),
    reply: HelpSite,
  }),
  readSiteAgain: route({
    method: 'POST',
    path: '/api/questions/sites/:id/again',
    summary: 'Read a site again now',
    access: 'lead',
    params: z.strictObject({ id: RowId }),
    reply: HelpSite,
  }),
  stopSite: route({
    method: 'POST',
    path: '/api/questions/sites/:id/stopped',
    summary: 'Stop reading a site; what was read stays to be looked through',
    access: 'lead',
    params: z.strictObject({ id: RowId }),
    reply: HelpSite,
  }),
  leaveSite: route({
    method: 'DELETE',
    path: '/api/questions/sites/:id',
    summary: 'Read a site no more, and forget what was found there; what was taken in stays',
    access: 'lead',
    params: z.strictObject({ id: RowId }),
    reply: Done,
  }),
  siteFound: route({
    method: 'GET',
    path: '/api/questions/sites/:id/found',
    summary: 'What the pages of a site answer that were read, beside what is known',
    access: 'lead',
    params: z.strictObject({ id: RowId }),
    reply: z.object({ source: z.string(), parts: z.array(BroughtPart), left: z.int() }),
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
  listedThere: route({
    method: 'POST',
    path: '/api/questions/listed',
    summary: 'What a visitor sees listed before they ask, and why they do not see the others',
    access: 'member',
    body: AskingThere,
    reply: ListedThere,
  }),
  ask: route({
    method: 'POST',
    path: '/api/questions/asked',
    summary: 'Ask as a visitor: what would be said, how sure that is, why, and what else was near',
    access: 'member',
    body: AskingThere.extend({
      text: z.string().trim().min(1, 'Ask something.').max(4_000, 'A message has at most 4,000 characters.'),
      /** What was asked before it, the last at the end. */
      before: z.array(z.string().max(4_000)).max(10).default([]),
      /** As a step that answers questions would have it. */
      tags: z.array(z.string().max(40)).max(20).nullable().default(null),
      sure: z.number().min(0.05).max(0.99).nullable().default(null),
      outside: OutsideName.nullable().default(null),
    }),
    reply: Asked,
  }),
  read: route({
    method: 'POST',
    path: '/api/questions/documents',
    summary:
      'Read a document (HTML, Markdown, DOCX, PDF, CSV, text, FAQPage data) for what it answers; nothing is kept yet',
    access: 'lead',
    bodyType: 'application/octet-stream',
    most: 21_000,
    query: z.strictObject({ name: z.string().trim().min(1).max(300) }),
    reply: z.object({ parts: z.array(BroughtPart), left: z.int() }),
  }),
  readPage: route({
    method: 'POST',
    path: '/api/questions/read/page',
    summary: 'Read what a page of the sites answers, beside what is known; nothing is taken in by it',
    access: 'lead',
    body: z.strictObject({ address: PageAddress }),
    reply: z.object({ source: z.string(), parts: z.array(BroughtPart), left: z.int() }),
  }),
  take: route({
    method: 'POST',
    path: '/api/questions/taken',
    summary:
      'Take in what was found in a document and looked through: new answers, and others for those that are known',
    access: 'lead',
    most: 8_000,
    body: Taken,
    reply: z.object({ fresh: z.int(), changed: z.int(), gone: z.int() }),
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
};

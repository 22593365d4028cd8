import { EntryBody, FileGiven, Holder, KnownFact, Picture, PictureAddress, ProductRef, Who } from '@kineta/core';
import { z } from 'zod';
import { ById, ClientId, Done, Instant, RowId, route } from './route.ts';

export type { Holder };

export const Entry = z.intersection(z.object({ number: z.int(), at: Instant }), EntryBody);
export type Entry = z.infer<typeof Entry>;

/** Entries that arrived together: everything of the log from `from` to `to`, less what the receiver does not see. */
export const EntryBatch = z.object({
  conversation: RowId,
  from: z.int(),
  to: z.int(),
  entries: z.array(Entry),
  /** Whether there is more behind `to`, to be asked for. */
  more: z.literal(true).optional(),
});
export type EntryBatch = z.infer<typeof EntryBatch>;

export const ConversationSummary = z.object({
  id: RowId,
  /** The visitor’s name, or how they are called while nothing is known. */
  visitor: z.string(),
  holder: Holder,
  agent: Who.nullable(),
  team: z.string().nullable(),
  flow: z.string().nullable(),
  preview: z.string(),
  /** What it came to, when the flow ended with an outcome. */
  outcome: z.string().nullable(),
  page: z.string(),
  startedAt: Instant,
  lastAt: Instant,
  /** Since when the visitor has waited for a person. */
  waitingSince: Instant.nullable(),
  /** Until when who has it has put it off. */
  later: Instant.nullable(),
  /** Since when it is back that was put off, until who has it does something about it. */
  back: Instant.nullable(),
  /** To whom of the team it is offered while it waits, and until when; others may take it as well. */
  offered: z.object({ member: Who, until: Instant }).nullable(),
  /** The number of the newest entry. */
  last: z.int(),
  /** What the visitor wrote that the reader has not seen. */
  unread: z.int(),
  tags: z.array(z.object({ id: RowId, name: z.string() })),
  /** Its visitor stands in line before most others. */
  urgent: z.boolean(),
  /** Whether a lead plays the visitor: it counts for nothing. */
  test: z.boolean(),
});
export type ConversationSummary = z.infer<typeof ConversationSummary>;

/** Another conversation of the same person, in another browser. */
export const SamePerson = z.object({ id: RowId, visitor: z.string(), at: Instant, preview: z.string() });
export type SamePerson = z.infer<typeof SamePerson>;

/** Up to which entry a visitor’s browser has a conversation, and up to which it was before their eyes. */
export const Reached = z.object({ has: z.int(), seen: z.int() });
export type Reached = z.infer<typeof Reached>;

export const ConversationDetail = z.object({
  conversation: ConversationSummary,
  entries: z.array(Entry),
  /** What is known: facts of this conversation and of the visitor. */
  facts: z.array(KnownFact),
  edition: z.int().nullable(),
  /** The scenes of its flow, to which it can be given back. */
  scenes: z.array(z.object({ id: z.string(), title: z.string() })),
  /** The facts of its flow of which nothing is known yet. */
  unknown: z.array(KnownFact.omit({ value: true })),
  /** How many conversations this visitor had before, and the last of them. */
  earlier: z.int(),
  before: z.array(z.object({ id: RowId, at: Instant, preview: z.string(), outcome: z.string().nullable() })),
  /** The pages on which they had the chat, each since when, in order; the last ones. */
  trail: z.array(z.object({ page: z.string(), at: Instant })),
  /** Whether the visitor is let in no more. */
  blocked: z.boolean(),
  /** Where an answer goes by email when the visitor has left; null where that is not known. */
  email: z.string().nullable(),
  /** Whether the visitor has the chat open now. */
  here: z.boolean(),
  reached: Reached,
  /** What else is under way with the same person, in other browsers. */
  same: z.array(SamePerson),
  /** In which conversation this one goes on, when it was joined to another. */
  joinedTo: RowId.nullable(),
});
export type ConversationDetail = z.infer<typeof ConversationDetail>;

/** The lists of the inbox. */
export const InboxList = z.enum(['waiting', 'mine', 'later', 'others', 'flow-led', 'done']);
export type InboxList = z.infer<typeof InboxList>;
export const InboxCounts = z.record(InboxList.exclude(['done']), z.int());
export type InboxCounts = z.infer<typeof InboxCounts>;

/** What was missed in a conversation: what the visitor said in vain, or that they waited for nobody. */
export const MissedLine = z.object({
  conversation: RowId,
  /** The number of the entry that tells of it. */
  number: z.int(),
  /** Why it was missed; its words are the studio’s. */
  code: z.string(),
  visitor: z.string(),
  /** What the visitor had said last. */
  said: z.string(),
  at: Instant,
});
export type MissedLine = z.infer<typeof MissedLine>;
export const Missed = z.object({ missed: z.array(MissedLine), count: z.int() });
export type Missed = z.infer<typeof Missed>;

/** Somebody who is let in no more, with the conversation that they had last. */
export const Blocked = z.object({
  conversation: RowId,
  visitor: z.string(),
  at: Instant,
  by: Who.nullable(),
});
export type Blocked = z.infer<typeof Blocked>;

/** Something that was written and holds what was looked for. */
export const Found = z.object({
  conversation: RowId,
  /** The number of its entry. */
  number: z.int(),
  at: Instant,
  visitor: z.string(),
  holder: Holder,
  /** Who of the team wrote it; null of the visitor. */
  by: z.string().nullable(),
  /** Whether it is for the team alone. */
  aside: z.boolean(),
  /** What was said around it, and where in that it stands. */
  text: z.string(),
  found: z.array(z.tuple([z.int(), z.int()])),
});
export type Found = z.infer<typeof Found>;
export const FoundPage = z.object({
  found: z.array(Found),
  /** To be given as `before` for the next page; null on the last. */
  next: z.string().nullable(),
});
export type FoundPage = z.infer<typeof FoundPage>;

const Text = z
  .string()
  .trim()
  .min(1, 'There is nothing to send yet.')
  .max(4_000, 'A message has at most 4,000 characters.');
const Written = z.strictObject({ clientId: ClientId, text: Text });

/** A file’s identity. */
const FileId = z.string().regex(/^[A-Za-z0-9_-]{22}$/);

/** What the visitor is pointed to: a page that they may go to, of the site or elsewhere, a code to be used there, or both. */
export const Signpost = z
  .strictObject({
    page: z
      .string()
      .trim()
      .max(500, 'An address has at most 500 characters.')
      .regex(/^(https?:\/\/[^\s/]+\S*|\/(?![/\\])\S*)$/i, 'A page begins with / on the site, or with https://.')
      .optional(),
    code: z
      .string()
      .trim()
      .regex(/^\S(.{0,38}\S)?$/, 'A code has at most 40 characters.')
      .optional(),
    /** What it is called; its code or its address where that is not said. */
    title: z.string().trim().max(100, 'A title has at most 100 characters.').optional(),
  })
  .refine(({ page, code }) => page !== undefined || code !== undefined, {
    path: ['page'],
    message: 'Give a page, a code, or both.',
  });
export type Signpost = z.infer<typeof Signpost>;

/** What an agent sends: words, with pictures and files that were uploaded before, things for sale, and a signpost. */
const Answer = z
  .strictObject({
    clientId: ClientId,
    text: z.string().trim().max(4_000, 'A message has at most 4,000 characters.'),
    pictures: z
      .array(z.strictObject({ src: PictureAddress, alt: Picture.shape.alt }))
      .min(1)
      .max(6, 'At most six pictures go together.')
      .optional(),
    files: z.array(FileId).min(1).max(6, 'At most six files go together.').optional(),
    /** Things for sale, by their references. */
    products: z.array(ProductRef).min(1).max(3, 'At most three things go together.').optional(),
    signpost: Signpost.optional(),
  })
  .refine(
    ({ text, clientId: _, ...enclosed }) => text !== '' || Object.values(enclosed).some(one => one !== undefined),
    {
      path: ['text'],
      message: 'There is nothing to send yet.',
    },
  );

/** A scene’s identity, as flows have it. */
const Scene = z.string().min(1).max(60);

const acts = (act: string, summary: string) =>
  route({
    method: 'POST',
    path: `/api/conversations/:id/${act}`,
    summary,
    access: 'member',
    params: ById,
    reply: ConversationSummary,
  });

export const conversationRoutes = {
  list: route({
    method: 'GET',
    path: '/api/conversations',
    summary: 'A list of the inbox: the longest waiting first in “waiting”, the newest first elsewhere',
    access: 'member',
    query: z.strictObject({ list: InboxList, before: z.string().max(60).optional() }),
    reply: z.object({
      conversations: z.array(ConversationSummary),
      counts: InboxCounts,
      /** To be given as `before` for the next page; null on the last. */
      next: z.string().nullable(),
    }),
  }),
  get: route({
    method: 'GET',
    path: '/api/conversations/:id',
    summary: 'A conversation with its log, or with what came after an entry',
    access: 'member',
    params: ById,
    query: z.strictObject({ after: z.coerce.number().int().min(0).optional() }),
    reply: ConversationDetail,
  }),
  search: route({
    method: 'GET',
    path: '/api/said',
    summary: 'What was written in conversations, by how words of it begin, the newest first',
    access: 'member',
    query: z.strictObject({
      words: z.string().trim().min(1, 'Write what you look for.').max(200, 'Look for at most 200 characters.'),
      before: z.string().max(60).optional(),
    }),
    reply: FoundPage,
  }),
  missed: route({
    method: 'GET',
    path: '/api/missed',
    summary: 'What was missed today, the newest first, and how much it was',
    access: 'member',
    reply: Missed,
  }),
  take: acts('take', 'Take a conversation; the flow is quiet from then on'),
  handBack: route({
    method: 'POST',
    path: '/api/conversations/:id/hand-back',
    summary: 'Give the conversation back to the flow: where it was left, or at a scene; with a note for the team',
    access: 'member',
    params: ById,
    body: z.strictObject({ to: Scene.optional(), note: Text.optional() }),
    reply: ConversationSummary,
  }),
  correct: route({
    method: 'POST',
    path: '/api/conversations/:id/facts',
    summary: 'Put right what is known of the visitor, in words as visitors type them',
    access: 'member',
    params: ById,
    body: z.strictObject({
      fact: z.string().min(1).max(60),
      text: z.string().trim().min(1, 'Write what is right.').max(4_000, 'It has at most 4,000 characters.'),
    }),
    reply: ConversationSummary,
  }),
  putOff: route({
    method: 'POST',
    path: '/api/conversations/:id/later',
    summary:
      'Put the conversation off until a time, or fetch it back; it comes back by itself then, and when the visitor writes',
    access: 'member',
    params: ById,
    body: z.strictObject({ until: Instant.nullable() }),
    reply: ConversationSummary,
  }),
  tag: route({
    method: 'POST',
    path: '/api/conversations/:id/tags',
    summary: 'Give the conversation a tag, or take it off',
    access: 'member',
    params: ById,
    body: z.strictObject({ tag: RowId, on: z.boolean() }),
    reply: ConversationSummary,
  }),
  raise: route({
    method: 'POST',
    path: '/api/conversations/:id/urgency',
    summary: 'Make the conversation urgent, so that its visitor is offered before most others; or usual again',
    access: 'member',
    params: ById,
    body: z.strictObject({ urgent: z.boolean() }),
    reply: ConversationSummary,
  }),
  spam: acts('spam', 'Close the conversation as spam, which nobody should have come for'),
  block: acts('block', 'Block the visitor: the conversation is closed, and they are let in no more'),
  letBack: acts('let-back', 'Let a visitor write again who was blocked'),
  blocked: route({
    method: 'GET',
    path: '/api/blocked',
    summary: 'The visitors who are let in no more, the last blocked first',
    access: 'lead',
    reply: z.object({ blocked: z.array(Blocked) }),
  }),
  done: acts('done', 'Close the conversation'),
  reply: route({
    method: 'POST',
    path: '/api/conversations/:id/replies',
    summary: 'Answer the visitor, with pictures if there are any; takes the conversation when nobody has it',
    access: 'member',
    params: ById,
    body: Answer,
    reply: ConversationSummary,
  }),
  note: route({
    method: 'POST',
    path: '/api/conversations/:id/notes',
    summary: 'Leave a note that only the team sees',
    access: 'member',
    params: ById,
    body: Written,
    reply: ConversationSummary,
  }),
  passOn: route({
    method: 'POST',
    path: '/api/conversations/:id/pass-on',
    summary: 'Pass the conversation on to a team or to somebody',
    access: 'member',
    params: ById,
    body: z.union([z.strictObject({ team: RowId }), z.strictObject({ member: RowId })]),
    reply: ConversationSummary,
  }),
  join: route({
    method: 'POST',
    path: '/api/conversations/:id/join',
    summary: 'Join another conversation of the same person to this one; what is said in either is here from then on',
    access: 'member',
    params: ById,
    body: z.strictObject({ other: RowId }),
    reply: ConversationSummary,
  }),
  pages: route({
    method: 'GET',
    path: '/api/conversations/:id/pages',
    summary: 'The pages of its site on which the chat was seen, the last first',
    access: 'member',
    params: ById,
    reply: z.object({ pages: z.array(z.string()) }),
  }),
  upload: route({
    method: 'POST',
    path: '/api/conversations/:id/files',
    summary: 'Upload a file that is to go to the visitor with a reply: at most 15 MB, of a kind that its content tells',
    access: 'member',
    params: ById,
    query: z.strictObject({ name: z.string().max(300) }),
    bodyType: 'application/octet-stream',
    most: 15 * 1_024,
    reply: FileGiven,
  }),
  file: route({
    method: 'GET',
    path: '/api/files/:file',
    summary: 'A file that a visitor sent, or was sent',
    access: 'member',
    params: z.strictObject({ file: FileId }),
    reply: z.unknown(),
    replyType: 'application/octet-stream',
  }),
  read: route({
    method: 'POST',
    path: '/api/conversations/:id/read',
    summary: 'Say up to which entry the conversation was read',
    access: 'member',
    params: ById,
    body: z.strictObject({ number: z.int().min(0) }),
    reply: Done,
  }),
};

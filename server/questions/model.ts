import { FoundPart, KeptArticle } from '@kineta/core';
import { z } from 'zod';
import {
  bytes,
  identity,
  instant,
  integer,
  json,
  nullable,
  oneOf,
  partOfKey,
  type Row,
  real,
  reference,
  table,
  text,
  usually,
  yesNo,
} from '../database/table.ts';

/** What questions are answered by. */
export const articles = table('articles', {
  id: identity,
  workspaceId: reference(),
  written: json(KeptArticle),
  /** Its place among those that are listed. */
  place: usually(integer),
  /** How often it was written. */
  number: usually(integer),
  used: usually(integer),
  /** When it was removed; it comes back for a while. */
  removedAt: nullable(instant),
});
export type ArticleRow = Row<(typeof articles)['columns']>;

/** Sites that are read, page by page, for what they answer. */
export const helpSites = table('help_sites', {
  id: identity,
  workspaceId: reference(),
  /** Of a sitemap, or of a page. */
  address: text(1_000),
  /** How often it is read again; not by itself when null. */
  everyDays: nullable(integer),
  state: oneOf(['listing', 'reading', 'read', 'stopped', 'failed']),
  why: nullable(text(300)),
  /** How many of its pages are not read: too many, or its robots.txt asks for that. */
  leftOut: usually(integer),
  readAt: nullable(instant),
  /** How many of its answers were otherwise when they last were, and when that was read. */
  changes: usually(integer),
  changesAt: nullable(instant),
  /** When it is gone on with; while a process is at it, until when it is left to that. */
  dueAt: nullable(instant),
});

export const helpPages = table('help_pages', {
  id: identity,
  workspaceId: reference(),
  helpSiteId: reference(() => helpSites),
  address: text(1_000),
  waits: yesNo,
  /** What it answers; null of one that was never read, or is there no more. */
  found: nullable(json(z.array(FoundPart))),
  /** How many of its answers are otherwise than when it was read before. */
  changes: usually(integer),
  why: nullable(text(300)),
});

/** How articles were written before, each time. */
export const articleVersions = table('article_versions', {
  articleId: partOfKey(reference(() => articles)),
  number: partOfKey(integer),
  workspaceId: reference(),
  written: json(KeptArticle),
  /** Who wrote it so; null of who has gone, and of what came by itself. */
  memberId: nullable(reference()),
  at: instant,
});

/** What visitors asked that is answered from articles, by where it stands in the log. */
export const askedQuestions = table('asked_questions', {
  conversationId: partOfKey(reference()),
  number: partOfKey(integer),
  workspaceId: reference(),
  asked: text(300),
  did: oneOf(['answered', 'asked back', 'did not know']),
  /** The one that was said, or that was nearest; null of none. */
  articleId: nullable(reference()),
  confidence: real,
  /** Whether they said that it helped. */
  helped: nullable(yesNo),
  /** When somebody of the team dealt with it. */
  settledAt: nullable(instant),
  at: instant,
});

/** A question with the article that is right for it; null of one that nothing answers. */
export const questionExamples = table('question_examples', {
  id: identity,
  workspaceId: reference(),
  asked: text(500),
  askedBefore: json(z.array(z.string())),
  articleId: nullable(reference(() => articles)),
  createdAt: instant,
});

/** What texts of articles mean, so that no text is read twice. */
export const meanings = table('meanings', {
  workspaceId: partOfKey(reference()),
  /** The text’s SHA-256. */
  textHash: partOfKey(text(64)),
  amounts: bytes,
  at: instant,
});

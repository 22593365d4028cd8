import { KeptArticle } from '@kineta/core';
import {
  bytes,
  identity,
  instant,
  integer,
  json,
  nullable,
  partOfKey,
  type Row,
  reference,
  table,
  text,
  usually,
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

/** What texts of articles mean, so that no text is read twice. */
export const meanings = table('meanings', {
  workspaceId: partOfKey(reference()),
  /** The text’s SHA-256. */
  textHash: partOfKey(text(64)),
  amounts: bytes,
  at: instant,
});

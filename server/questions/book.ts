import { isDeepStrictEqual } from 'node:util';
import type { ArticlePage, ArticleVersion, ListedArticle, ProposedChange, SeveralDone, Taken } from '@kineta/contract';
import {
  type Article,
  cut,
  everybody,
  joinedArticle,
  type KeptArticle,
  questionKey,
  type SynonymGroup,
} from '@kineta/core';
import type { Transaction } from '../database/connect.ts';
import { changeCounted } from '../house/counted.ts';
import type { House } from '../house/house.ts';
import type { SignedIn } from '../house/ports.ts';
import { notFound, ProblemError } from '../http/problem.ts';
import { type ArticleRow, articles, articleVersions } from './model.ts';
import { approved, takenIn, type WouldBe, wouldBe } from './would-be.ts';

/** So many articles a workspace has at most. */
export const MOST_ARTICLES = 10_000;
/** So many versions of one are told of. */
const MOST_VERSIONS = 100;
/** So much of an answer stands in the list, in characters. */
const BEGINS = 200;

function listed({ id, written, used }: ArticleRow): ListedArticle {
  const { question, answer, wordings, tags, source, draft, audience, from, to, flows, atOnce } = written;
  return {
    id,
    question,
    begins: cut(answer.replace(/\s+/g, ' '), BEGINS),
    wordings: wordings.length,
    tags,
    source,
    draft,
    listed: written.listed,
    flows: flows.map(({ flow }) => flow),
    atOnce,
    narrowed: from !== null || to !== null || !isDeepStrictEqual(audience, everybody),
    used,
  };
}

const pageOf = ({ id, written, number }: ArticleRow): ArticlePage => ({ id, article: written, number });

/** What is done to one of several; null where it is so already, or cannot be. */
const doing: {
  [What in SeveralDone['what']]?: (
    article: KeptArticle,
    done: Extract<SeveralDone, { what: What }>,
  ) => KeptArticle | null;
} = {
  approve: approved,
  list: (article, done) => (article.listed === done.listed ? null : { ...article, listed: done.listed }),
  tag: (article, { tag }) =>
    article.tags.includes(tag) || article.tags.length >= 20 ? null : { ...article, tags: [...article.tags, tag] },
  untag: (article, { tag }) =>
    article.tags.includes(tag) ? { ...article, tags: article.tags.filter(one => one !== tag) } : null,
};

/** What questions of workspaces are answered by. */
export class ArticleBook {
  private readonly house: Pick<House, 'tables' | 'database' | 'ports'>;

  constructor(house: Pick<House, 'tables' | 'database' | 'ports'>) {
    this.house = house;
  }

  private rows(workspace: string) {
    return this.house.tables.in(workspace).of(articles);
  }

  /** Those that are listed first, in their order. */
  async list(workspace: string): Promise<ListedArticle[]> {
    const rows = await this.all(workspace);
    return [...rows.filter(({ written }) => written.listed), ...rows.filter(({ written }) => !written.listed)].map(
      listed,
    );
  }

  /** All that are not removed, in their order. */
  all(workspace: string, transaction?: Transaction): Promise<ArticleRow[]> {
    return this.rows(workspace).all({ removedAt: null }, { by: ['place', 'id'], most: MOST_ARTICLES, transaction });
  }

  /** Those that may be said, as finding takes them. */
  async said(workspace: string): Promise<Array<Article & { kept: KeptArticle }>> {
    const rows = await this.all(workspace);
    return rows
      .filter(({ written }) => !written.draft)
      .map(({ id, written }) => {
        const { question, answer, wordings } = written;
        return { id, question, answer, wordings, kept: written };
      });
  }

  async one(workspace: string, id: string): Promise<ArticlePage> {
    return pageOf(await this.row(workspace, id));
  }

  private async row(workspace: string, id: string, transaction?: Transaction): Promise<ArticleRow> {
    const within = transaction ? { transaction, lock: true as const } : {};
    const row = await this.rows(workspace).one({ id, removedAt: null }, within);
    if (!row) throw notFound('answer');
    return row;
  }

  /** @throws {ProblemError} `known_already` when there are as many as may be */
  async add(me: SignedIn, article: KeptArticle): Promise<ArticlePage> {
    const [id] = await this.addAll(me, [article]);
    return this.one(me.workspace, id!);
  }

  /** Adds those behind the others. @returns their identities */
  addAll(me: SignedIn, fresh: readonly KeptArticle[]): Promise<string[]> {
    return this.change(me.workspace, async transaction =>
      this.addWithin(me, fresh, await this.all(me.workspace, transaction), transaction),
    );
  }

  private async addWithin(
    me: SignedIn,
    fresh: readonly KeptArticle[],
    before: readonly ArticleRow[],
    transaction: Transaction,
  ): Promise<string[]> {
    const all = before.length + fresh.length;
    if (all > MOST_ARTICLES)
      throw new ProblemError(
        'known_already',
        `With these there would be ${all.toLocaleString('en')} answers; at most ${MOST_ARTICLES.toLocaleString('en')} can be kept.`,
      );
    const last = before.at(-1)?.place ?? 0;
    const ids = await this.rows(me.workspace).addAll(
      fresh.map((written, at) => ({ written, place: last + 1 + at, number: 1 })),
      { transaction },
    );
    await this.remember(
      me,
      ids.map((id, at) => ({ id, written: fresh[at]!, number: 1 })),
      transaction,
    );
    return ids;
  }

  /** @throws {ProblemError} `not_found`, or `article_changed` when somebody else wrote it meanwhile */
  async write(me: SignedIn, id: string, article: KeptArticle, number: number): Promise<ArticlePage> {
    await this.change(me.workspace, async transaction => {
      const before = await this.row(me.workspace, id, transaction);
      if (before.number !== number)
        throw new ProblemError(
          'article_changed',
          'Somebody else wrote this answer otherwise meanwhile. Look at theirs first.',
        );
      await this.keep(me, [{ id, written: article, number: number + 1 }], transaction);
    });
    return this.one(me.workspace, id);
  }

  /** @returns how many are otherwise now */
  several(me: SignedIn, ids: readonly string[], done: SeveralDone): Promise<number> {
    return this.change(me.workspace, async transaction => {
      const rows = this.rows(me.workspace);
      if (done.what === 'restore') return rows.change({ removedAt: null }, { id: ids }, { transaction });
      if (done.what === 'remove')
        return rows.change({ removedAt: new Date() }, { id: ids, removedAt: null }, { transaction });
      const found = await rows.all({ id: ids, removedAt: null }, { transaction, lock: true });
      const change = doing[done.what] as (article: KeptArticle, done: SeveralDone) => KeptArticle | null;
      const changed = found.flatMap(({ id, written, number }) => {
        const next = change(written, done);
        return next ? [{ id, written: next, number: number + 1 }] : [];
      });
      await this.keep(me, changed, transaction);
      return changed.length;
    });
  }

  /** Makes two one: the other is removed. @throws {ProblemError} `not_found`, `invalid_request` for one and the same */
  async join(me: SignedIn, id: string, other: string): Promise<ArticlePage> {
    if (id === other) throw new ProblemError('invalid_request', 'That is one and the same answer.');
    await this.change(me.workspace, async transaction => {
      const [one, gone] = [
        await this.row(me.workspace, id, transaction),
        await this.row(me.workspace, other, transaction),
      ];
      await this.keep(
        me,
        [{ id, written: joinedArticle(one.written, gone.written), number: one.number + 1 }],
        transaction,
      );
      await this.rows(me.workspace).change({ removedAt: new Date() }, { id: other }, { transaction });
    });
    return this.one(me.workspace, id);
  }

  /** Puts those that are named in this order, in the places that they have among all. */
  async order(workspace: string, ids: readonly string[]): Promise<void> {
    await this.change(workspace, async transaction => {
      const rows = this.rows(workspace);
      const named = await rows.all({ id: ids, removedAt: null }, { transaction, lock: true });
      const placeOf = new Map(named.map(({ id, place }) => [id, place]));
      const places = [...placeOf.values()].sort((one, other) => one - other);
      const inOrder = [...new Set(ids)].filter(id => placeOf.has(id));
      for (const [at, id] of inOrder.entries()) {
        // No two stand in one place, whatever was before.
        places[at] = Math.max(places[at]!, (places[at - 1] ?? 0) + 1);
        if (placeOf.get(id) !== places[at]) await rows.change({ place: places[at] }, { id }, { transaction });
      }
    });
  }

  /** Takes in those whose question there is not yet. @returns how many */
  async takeIn(me: SignedIn, proposed: readonly KeptArticle[]): Promise<number> {
    const known = new Set((await this.all(me.workspace)).map(({ written }) => questionKey(written.question)));
    const fresh = proposed.filter(({ question }) => !known.has(questionKey(question)));
    if (fresh.length > 0) await this.addAll(me, fresh);
    return fresh.length;
  }

  /**
   * Takes in what was found in a document: new ones behind the others, and other answers for those that are known.
   */
  bring(me: SignedIn, taken: Taken): Promise<{ fresh: number; changed: number; gone: number }> {
    return this.change(me.workspace, async transaction => {
      const rows = await this.all(me.workspace, transaction);
      const numbers = new Map(rows.map(({ id, number }) => [id, number]));
      const { changed, fresh, gone } = takenIn(new Map(rows.map(({ id, written }) => [id, written])), taken);
      await this.keep(
        me,
        changed.map(({ id, article: written }) => ({ id, written, number: numbers.get(id)! + 1 })),
        transaction,
      );
      await this.addWithin(me, fresh, rows, transaction);
      if (gone.length > 0)
        await this.rows(me.workspace).change({ removedAt: new Date() }, { id: gone }, { transaction });
      return { fresh: fresh.length, changed: changed.length, gone: gone.length };
    });
  }

  /** The articles that would be otherwise with a change. @throws {ProblemError} `not_found` for one that is written and is gone */
  async wouldBe(workspace: string, change: ProposedChange): Promise<WouldBe[]> {
    const known = new Map((await this.all(workspace)).map(({ id, written }) => [id, written]));
    if (change.what === 'write' && change.id !== null && !known.has(change.id)) throw notFound('answer');
    return wouldBe(change, known);
  }

  async history(workspace: string, id: string): Promise<ArticleVersion[]> {
    await this.row(workspace, id);
    const [versions, { members }] = await Promise.all([
      this.house.tables
        .in(workspace)
        .of(articleVersions)
        .all({ articleId: id }, { by: 'number', newestFirst: true, most: MOST_VERSIONS }),
      this.house.ports.directories.of(workspace),
    ]);
    return versions.map(({ number, written, at, memberId }) => ({
      number,
      article: written,
      at: at.toISOString(),
      by: (memberId !== null && members.get(memberId)?.name) || null,
    }));
  }

  private async keep(me: SignedIn, changed: readonly Version[], transaction: Transaction): Promise<void> {
    for (const { id, written, number } of changed)
      await this.rows(me.workspace).change({ written, number }, { id }, { transaction });
    await this.remember(me, changed, transaction);
  }

  private async remember(me: SignedIn, versions: readonly Version[], transaction: Transaction): Promise<void> {
    const at = new Date();
    await this.house.tables
      .in(me.workspace)
      .of(articleVersions)
      .addAll(
        versions.map(({ id, written, number }) => ({ articleId: id, number, written, memberId: me.id, at })),
        { transaction },
      );
  }

  /** Has questions and answers read by words that mean the same. */
  async readBy(workspace: string, synonyms: SynonymGroup[]): Promise<void> {
    await this.house.ports.directories.change(workspace, { synonyms });
    await this.change(workspace, async () => {});
  }

  /** Changes what questions are answered by, and has everybody read it anew. */
  private change<T>(workspace: string, work: (transaction: Transaction) => Promise<T>): Promise<T> {
    return changeCounted(this.house, workspace, 'articles_number', work);
  }
}

interface Version {
  id: string;
  written: KeptArticle;
  number: number;
}

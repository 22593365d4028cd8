import type { Doubts } from '@kineta/contract';
import { contradictionsIn } from '@kineta/core';
import { LRUCache } from 'lru-cache';
import type { House } from '../house/house.ts';
import type { ArticleBook } from './book.ts';
import { articleVersions } from './model.ts';

/** Who is there for less than so long may still be asked for, in milliseconds. */
const NEW_FOR = 30 * 86_400_000;
const MOST_UNUSED = 500;
const MOST_WORKSPACES = 100;

/** Articles that a lead should look at: those that nobody is told, and those that contradict each other. */
export class ArticleDoubts {
  private readonly house: Pick<House, 'tables' | 'ports'>;
  private readonly book: ArticleBook;
  /** What contradicts what, by the articles as they were: it is worked out once for each change. */
  private readonly known = new LRUCache<string, Doubts['contradictions']>({ max: MOST_WORKSPACES });

  constructor(house: Pick<House, 'tables' | 'ports'>, book: ArticleBook) {
    this.house = house;
    this.book = book;
  }

  async all(workspace: string): Promise<Doubts> {
    const rows = await this.book.all(workspace);
    const fresh = await this.house.tables
      .in(workspace)
      .of(articleVersions)
      .all({ number: 1, at: { after: new Date(Date.now() - NEW_FOR) } }, { by: 'articleId', only: ['articleId'] });
    const isFresh = new Set(fresh.map(({ articleId }) => articleId));
    const unused = rows
      .filter(({ id, used, written }) => used === 0 && !written.draft && !isFresh.has(id))
      .slice(0, MOST_UNUSED)
      .map(({ id }) => id);
    return { unused, contradictions: await this.contradictions(workspace) };
  }

  private async contradictions(workspace: string): Promise<Doubts['contradictions']> {
    const { language, articlesNumber } = (await this.house.ports.directories.of(workspace)).workspace;
    const edition = `${workspace} ${articlesNumber} ${language}`;
    const known = this.known.get(edition);
    if (known) return known;
    const said = await this.book.said(workspace);
    const questions = new Map(said.map(({ id, question }) => [id, question]));
    const named = (id: string) => ({ id, question: questions.get(id)! });
    const found = contradictionsIn(said, language).map(({ one, other, says }) => ({
      one: named(one),
      other: named(other),
      says: [...says],
    }));
    this.known.set(edition, found);
    return found;
  }
}

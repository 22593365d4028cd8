import type { Doubts } from '@kineta/contract';
import type { House } from '../house/house.ts';
import type { Answers } from './answers.ts';
import type { ArticleBook } from './book.ts';
import { articleVersions } from './model.ts';

/** Who is there for less than so long may still be asked for, in milliseconds. */
const NEW_FOR = 30 * 86_400_000;
const MOST_UNUSED = 500;

/** Articles that a lead should look at: those that nobody is told, and those that contradict each other. */
export class ArticleDoubts {
  private readonly house: Pick<House, 'tables'>;
  private readonly book: ArticleBook;
  private readonly answers: Answers;

  constructor(house: Pick<House, 'tables'>, book: ArticleBook, answers: Answers) {
    this.house = house;
    this.book = book;
    this.answers = answers;
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
    const questions = new Map(rows.map(({ id, written }) => [id, written.question]));
    const named = (id: string) => ({ id, question: questions.get(id) ?? '' });
    const contradictions = await this.answers.contradictions(workspace);
    return {
      unused,
      contradictions: contradictions
        .filter(({ one, other }) => questions.has(one) && questions.has(other))
        .map(({ one, other, says }) => ({ one: named(one), other: named(other), says: [...says] })),
    };
  }
}

import type { ChangedExample, ProposedChange, QuestionExample } from '@kineta/contract';
import { type Found, outcomeOf, usualThresholds } from '@kineta/core';
import { LRUCache } from 'lru-cache';
import type { House } from '../house/house.ts';
import { notFound, ProblemError } from '../http/problem.ts';
import type { Answers } from './answers.ts';
import type { ArticleBook } from './book.ts';
import { questionExamples } from './model.ts';

/** So many examples a workspace has at most: all of them are asked at every change. */
export const MOST_EXAMPLES = 500;
/** So many of what was found are kept of each. */
const MOST_FOUND = 6;
/** The results of so many workspaces are held here. */
const MOST_SUITES = 50;
/** So long somebody waits to see what a change would do, in milliseconds; then what was looked at so far is told. */
const LOOKED_FOR = 15_000;

/** What was found for each example, by what the workspace’s answers were then. */
interface Suite {
  edition: string;
  /** Whether they were asked while the answers were still being read, by words alone. */
  isEarly: boolean;
  found: Map<string, readonly Found[]>;
  /** The same of the answers before. */
  earlier: ReadonlyMap<string, readonly Found[]>;
  running: boolean;
}

/** Questions of which it is known what is right: asked one after the other whenever the answers have changed, in the background. */
export class Examples {
  private readonly house: Pick<House, 'tables' | 'ports' | 'logger'>;
  private readonly answers: Answers;
  private readonly book: ArticleBook;
  private readonly suites = new LRUCache<string, Suite>({ max: MOST_SUITES });

  constructor(house: Pick<House, 'tables' | 'ports' | 'logger'>, book: ArticleBook, answers: Answers) {
    this.house = house;
    this.book = book;
    this.answers = answers;
  }

  private rows(workspace: string) {
    return this.house.tables.in(workspace).of(questionExamples);
  }

  /** All of them with what is found for each now; null of those that are still to be asked. */
  async all(workspace: string): Promise<{ examples: QuestionExample[]; isReading: boolean }> {
    const [rows, { name, isReading }] = await Promise.all([
      this.rows(workspace).all({}, { by: 'id', newestFirst: true, most: MOST_EXAMPLES }),
      this.answers.standing(workspace),
    ]);
    const suite = this.suiteOf(workspace, name, isReading);
    if (!suite.running && rows.some(({ id }) => !suite.found.has(id))) {
      suite.running = true;
      void this.run(workspace, suite, rows)
        .catch(error => this.house.logger.error({ err: error }, 'examples could not be asked'))
        .finally(() => {
          suite.running = false;
        });
    }
    const examples = rows.map(({ id, asked, askedBefore, articleId }) => ({
      id,
      asked,
      before: askedBefore,
      article: articleId,
      found: suite.found.has(id) ? [...suite.found.get(id)!] : null,
      earlier: suite.earlier.has(id) ? [...suite.earlier.get(id)!] : null,
    }));
    return { examples, isReading };
  }

  private suiteOf(workspace: string, edition: string, isEarly: boolean): Suite {
    const known = this.suites.get(workspace);
    const isSame = known?.edition === edition;
    if (isSame && known.isEarly === isEarly) return known;
    const earlier = (isSame || known?.isEarly ? known?.earlier : known?.found) ?? new Map();
    const suite: Suite = { edition, isEarly, found: new Map(), earlier, running: false };
    this.suites.set(workspace, suite);
    return suite;
  }

  private async run(
    workspace: string,
    suite: Suite,
    rows: ReadonlyArray<{ id: string; asked: string; askedBefore: string[] }>,
  ): Promise<void> {
    for (const { id, asked, askedBefore } of rows) {
      // Answers that have changed meanwhile are asked anew.
      if (suite.found.has(id) || this.suites.get(workspace) !== suite) continue;
      const { found } = await this.answers.find(workspace, asked, askedBefore, MOST_FOUND);
      suite.found.set(
        id,
        found.map(({ id: article, confidence }) => ({ id: article, confidence })),
      );
    }
  }

  /** What would become of them otherwise, the newest first, with a change of the answers: of as many as can be asked meanwhile. */
  async with(
    workspace: string,
    change: ProposedChange,
  ): Promise<{ asked: number; all: number; changed: ChangedExample[]; isReading: boolean }> {
    const wouldBe = await this.book.wouldBe(workspace, change);
    const rows = await this.rows(workspace).all({}, { by: 'id', newestFirst: true, most: MOST_EXAMPLES });
    const asks = rows.map(({ asked, askedBefore: before }) => ({ asked, before }));
    const beside = await this.answers.beside(workspace, wouldBe, asks, MOST_FOUND, Date.now() + LOOKED_FOR);
    if (!beside) return { asked: 0, all: rows.length, changed: [], isReading: true };
    const thresholds = (await this.house.ports.directories.of(workspace)).workspace.sure ?? usualThresholds;
    const changed = beside.found.flatMap(({ now, would }, at): ChangedExample[] => {
      const { asked, askedBefore: before, articleId: right } = rows[at]!;
      const [best] = would;
      const outcome = {
        now: outcomeOf({ right, found: now }, thresholds),
        would: outcomeOf({ right, found: would }, thresholds),
      };
      // What is wrong already may be wrong in another way.
      if (outcome.now === outcome.would && (outcome.now !== 'wrong' || now[0]?.id === best?.id)) return [];
      return [{ asked, before, ...outcome, best: (best && beside.questions.get(best.id)) ?? null }];
    });
    return { asked: beside.found.length, all: rows.length, changed, isReading: false };
  }

  /**
   * Keeps one; of a question that is kept already what is right for it.
   * @throws {ProblemError} `not_found` for an article that is gone, `known_already` when there are as many as may be
   */
  async keep(workspace: string, asked: string, before: readonly string[], article: string | null): Promise<void> {
    if (article !== null) await this.book.one(workspace, article);
    const rows = this.rows(workspace);
    const known = (await rows.all({ asked }, { most: MOST_EXAMPLES })).find(
      ({ askedBefore }) => askedBefore.join('\n') === before.join('\n'),
    );
    if (known) {
      await rows.change({ articleId: article }, { id: known.id });
      return;
    }
    if ((await rows.count({})) >= MOST_EXAMPLES)
      throw new ProblemError(
        'known_already',
        `There are ${MOST_EXAMPLES} examples already. Take away some that tell little.`,
      );
    await rows.add({ asked, askedBefore: [...before], articleId: article, createdAt: new Date() });
  }

  /** @throws {ProblemError} `not_found` */
  async leave(workspace: string, id: string): Promise<void> {
    if ((await this.rows(workspace).remove({ id })) === 0) throw notFound('example');
  }
}

import { type BroughtPart, MOST_PARTS } from '@kineta/contract';
import { cut, type FoundPart, questionKey, usualThresholds } from '@kineta/core';
import type { House } from '../house/house.ts';
import { notFetchedWords } from '../house/not-fetched.ts';
import { ProblemError } from '../http/problem.ts';
import type { Answers } from './answers.ts';
import type { ArticleBook } from './book.ts';
import type { PageRead } from './sites/reading.ts';
import { type Thread, ThreadSilent } from './thread/thread.ts';

/** So long a document may take to be read, in milliseconds. */
const WITHIN = 60_000;
/** So long it is looked whether there are others like those found, in milliseconds; what is left then is shown as new. */
const COMPARED_FOR = 3_000;
const LONGEST_QUESTION = 500;
const LONGEST_ANSWER = 20_000;

const refuse = (message: string): ProblemError => new ProblemError('wrong_file', message);

/** What a document answers, beside what is known already. Read on a thread of its own, so that nobody waits for it. */
export class Bringing {
  private readonly house: Pick<House, 'ports'>;
  private readonly book: ArticleBook;
  private readonly answers: Answers;
  private readonly thread: Thread;

  constructor(house: Pick<House, 'ports'>, book: ArticleBook, answers: Answers, thread: Thread) {
    this.house = house;
    this.book = book;
    this.answers = answers;
    this.thread = thread;
  }

  /**
   * What a page of the workspace’s sites answers, or of a host that it allows; what was from there and is there no more beside it.
   * @throws {ProblemError} `invalid_request` at the address with why it cannot be had
   */
  async readPage(workspace: string, address: string): Promise<{ source: string; parts: BroughtPart[]; left: number }> {
    const { ports } = this.house;
    const { workspace: settings } = await ports.directories.of(workspace);
    const page = await ports.sites.page(workspace, address, settings.allowedHosts);
    if ('code' in page) {
      const message = notFetchedWords(page);
      throw new ProblemError('invalid_request', message, { fields: [{ path: 'body.address', message }] });
    }
    const source = page.url.pathname;
    const parts = await this.partsOf(page.html);
    return { source, ...(await this.beside(workspace, [{ source, parts }])) };
  }

  /** What a page answers. @throws {ProblemError} `wrong_file` with why it cannot be read */
  partsOf(html: string): Promise<readonly FoundPart[]> {
    return this.parts('page.html', Buffer.from(html));
  }

  /** What a document answers. @throws {ProblemError} `wrong_file` with why it cannot be read */
  async read(workspace: string, name: string, content: Buffer): Promise<{ parts: BroughtPart[]; left: number }> {
    return this.compared(
      workspace,
      (await this.parts(name, content)).map(part => ({ part })),
    );
  }

  /** What pages answer beside what is known, and what was from there and is there no more. */
  async beside(workspace: string, pages: readonly PageRead[]): Promise<{ parts: BroughtPart[]; left: number }> {
    const isAlone = pages.length === 1;
    const { parts, left } = await this.compared(
      workspace,
      pages.flatMap(({ source, parts }) => parts.map(part => (isAlone ? { part } : { part, source }))),
    );
    // What is not told of may be there.
    if (left > 0) return { parts, left };
    const there = new Map(
      pages.map(({ source, parts: of }) => [
        source,
        new Set(of.map(({ question, heading }) => questionKey(question || heading))),
      ]),
    );
    const gone = (await this.book.all(workspace)).flatMap(({ id, written: { question, answer, source } }) => {
      const still = source === null ? undefined : there.get(source);
      if (!still || still.has(questionKey(question))) return [];
      const article = { id, question, answer };
      const from = isAlone ? {} : { source: source! };
      return [{ kind: 'pair' as const, question, answer, heading: '', state: 'gone' as const, article, ...from }];
    });
    return { parts: [...parts, ...gone], left: 0 };
  }

  private async compared(
    workspace: string,
    found: ReadonlyArray<{ part: FoundPart; source?: string }>,
  ): Promise<{ parts: BroughtPart[]; left: number }> {
    const rows = await this.book.all(workspace);
    const byQuestion = new Map(rows.map(row => [questionKey(row.written.question), row]));
    const parts: BroughtPart[] = [];
    const until = Date.now() + COMPARED_FOR;
    for (const { part, ...from } of found.slice(0, MOST_PARTS)) {
      const { kind, heading } = part;
      const question = cut(part.question, LONGEST_QUESTION);
      const answer = cut(part.answer, LONGEST_ANSWER);
      const known = byQuestion.get(questionKey(question || heading));
      const like = known || kind === 'passage' || Date.now() > until ? undefined : await this.like(workspace, question);
      const article = known ? { id: known.id, question: known.written.question, answer: known.written.answer } : like;
      const state = known ? (known.written.answer === answer ? 'same' : 'changed') : like ? 'like' : 'new';
      parts.push({
        ...from,
        kind,
        question,
        answer,
        heading: cut(heading, LONGEST_QUESTION),
        state,
        article: article ?? null,
      });
    }
    return { parts, left: Math.max(0, found.length - MOST_PARTS) };
  }

  private async parts(name: string, content: Buffer) {
    try {
      const read = await this.thread.ask('read', { content, name }, WITHIN);
      if ('refused' in read) throw refuse(read.refused);
      return read.parts;
    } catch (error) {
      if (error instanceof ThreadSilent) throw refuse('This document takes too long to be read. Bring it in in parts.');
      throw error;
    }
  }

  /** One that would be said to who asks this. */
  private async like(workspace: string, question: string): Promise<BroughtPart['article'] | undefined> {
    const { found, articles } = await this.answers.find(workspace, question, [], 1);
    const [best] = found;
    const article = best && best.confidence >= usualThresholds.answer ? articles.get(best.id) : undefined;
    return article && { id: best!.id, question: article.question, answer: article.answer };
  }
}

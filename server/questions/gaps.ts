import type { Gap, questionRoutes } from '@kineta/contract';
import { blankArticle, cut, groupsOf, type KeptArticle, meaningOfBytes } from '@kineta/core';
import { QueryTypes } from 'sequelize';
import type { z } from 'zod';
import type { House } from '../house/house.ts';
import type { SignedIn } from '../house/ports.ts';
import { ProblemError } from '../http/problem.ts';
import type { Answers } from './answers.ts';
import type { ArticleBook } from './book.ts';

const DAY = 86_400_000;
/** So far back it is looked, and at so many of the newest. */
const LOOKED_BACK = 30 * DAY;
const MOST_ASKED = 500;
/** So many groups are told of, of each so many examples and places. */
const MOST_GAPS = 60;
const MOST_EXAMPLES = 5;
const MOST_PLACES = 100;
/** So many wordings are taken from a group. */
const MOST_WORDINGS = 8;

interface MissedRow {
  conversation_id: string;
  number: number;
  asked: string;
  did: 'answered' | 'asked back' | 'did not know';
  article_id: string | null;
  confidence: number;
  at: Date;
}

/** Where something was asked: a conversation, and its number in the log. */
type Place = Gap['places'][number];

/** What visitors asked that nobody answered, or that was answered without helping, put together by what it asks. */
export class Gaps {
  private readonly house: Pick<House, 'database' | 'ports' | 'tables'>;
  private readonly book: ArticleBook;
  private readonly answers: Answers;

  constructor(house: Pick<House, 'database' | 'ports' | 'tables'>, book: ArticleBook, answers: Answers) {
    this.house = house;
    this.book = book;
    this.answers = answers;
  }

  async all(workspace: string): Promise<{ gaps: Gap[]; unread: number }> {
    // Raw: by the index of when it was, and by two columns of which either will do.
    const rows = await this.house.database.query<MissedRow>(
      `SELECT conversation_id, number, asked, did, article_id, confidence, at FROM asked_questions
       WHERE workspace_id = :workspace AND at > :since AND settled_at IS NULL AND (did <> 'answered' OR helped = FALSE)
       ORDER BY at DESC LIMIT ${MOST_ASKED}`,
      { replacements: { workspace, since: new Date(Date.now() - LOOKED_BACK) }, type: QueryTypes.SELECT },
    );
    const { known, unread } = await this.answers.meaningsOf(
      workspace,
      rows.map(({ asked }) => asked),
    );
    const groups = groupsOf(
      rows.map(({ asked }) => asked),
      text => {
        const amounts = known.get(text);
        return amounts && meaningOfBytes(amounts);
      },
    );
    const kept = await this.answers.all(workspace);
    return {
      unread,
      gaps: groups.slice(0, MOST_GAPS).map(places => {
        const group = places.map(at => rows[at]!);
        const nearest = group
          .filter(({ article_id: id }) => id !== null && kept.has(id))
          .toSorted((one, other) => other.confidence - one.confidence)[0];
        const times = group.map(({ at }) => at.getTime());
        return {
          title: group[0]!.asked,
          count: group.length,
          since: new Date(Math.min(...times)).toISOString(),
          last: new Date(Math.max(...times)).toISOString(),
          examples: [...new Set(group.map(({ asked }) => asked))].slice(0, MOST_EXAMPLES),
          unhelpful: group.filter(({ did }) => did === 'answered').length,
          nearest: nearest
            ? {
                id: nearest.article_id!,
                question: kept.get(nearest.article_id!)!.question,
                confidence: nearest.confidence,
              }
            : null,
          places: group
            .slice(0, MOST_PLACES)
            .map(({ conversation_id: conversation, number }) => ({ conversation, number })),
        };
      }),
    };
  }

  /** The texts that were asked there, each once, those that came most first. */
  private async texts(workspace: string, places: readonly Place[]): Promise<string[]> {
    const rows = await this.house.database.query<{ asked: string }>(
      `SELECT asked, COUNT(*) AS times FROM asked_questions
       WHERE workspace_id = :workspace AND (conversation_id, number) IN (:places) GROUP BY asked ORDER BY times DESC, asked`,
      { replacements: { workspace, places: tuples(places) }, type: QueryTypes.SELECT },
    );
    return rows.map(({ asked }) => asked);
  }

  private async settle(workspace: string, places: readonly Place[]): Promise<void> {
    await this.house.database.query(
      `UPDATE asked_questions SET settled_at = :now WHERE workspace_id = :workspace AND (conversation_id, number) IN (:places)`,
      { replacements: { workspace, places: tuples(places), now: new Date() }, type: QueryTypes.UPDATE },
    );
  }

  /** What was asked there is from now on another wording of an article. @throws {ProblemError} `not_found` */
  async word(me: SignedIn, id: string, places: readonly Place[]): Promise<void> {
    const { article, number } = await this.book.one(me.workspace, id);
    const texts = (await this.texts(me.workspace, places)).slice(0, MOST_WORDINGS);
    const wordings = [...new Set([...article.wordings, ...texts])].filter(text => text !== article.question);
    if (wordings.length > 100)
      throw new ProblemError('known_already', 'It has 100 wordings already, as many as there may be.');
    await this.book.write(me, id, { ...article, wordings }, number);
    await this.settle(me.workspace, places);
  }

  /**
   * Drafts an answer to what was asked there, from what somebody of the team answered then, if anybody did; it waits for a lead to
   * check it. @returns its identity
   */
  async draft(me: SignedIn, places: readonly Place[]): Promise<string> {
    const [question, ...wordings] = await this.texts(me.workspace, places);
    if (question === undefined) throw new ProblemError('not_found', 'That was erased meanwhile, or is too long ago.');
    const answer = await this.answeredThere(me.workspace, places);
    const drafted: KeptArticle = {
      ...blankArticle,
      question: asQuestion(question),
      answer: answer ?? '[? what you answer to this]',
      wordings: [question, ...wordings].slice(0, MOST_WORDINGS),
      draft: true,
    };
    const { id } = await this.book.add(me, drafted);
    await this.settle(me.workspace, places);
    return id;
  }

  /**
   * Somebody of the team answered a visitor: with an article that was suggested, or otherwise, which is worth an answer of its own. Raw:
   * one statement that writes nothing of a conversation that is not the workspace’s, or was told of before.
   */
  async teach(workspace: string, { used, ...taught }: z.output<typeof questionRoutes.answered.body>): Promise<void> {
    await this.house.database.query(
      `INSERT IGNORE INTO asked_questions (conversation_id, number, workspace_id, asked, did, article_id, confidence, at)
       SELECT c.id, :number, c.workspace_id, :asked, :did, :article, :confidence, :at FROM conversations c
       WHERE c.id = :conversation AND c.workspace_id = :workspace AND NOT c.is_test AND c.last_number >= :number`,
      {
        replacements: { ...taught, workspace, did: used ? 'answered' : 'did not know', at: new Date() },
        type: QueryTypes.INSERT,
      },
    );
    if (used && taught.article !== null)
      await this.house.database.query(
        'UPDATE articles SET used = used + 1 WHERE id = :article AND workspace_id = :workspace',
        { replacements: { article: taught.article, workspace }, type: QueryTypes.UPDATE },
      );
  }

  /** It is none of ours to answer. */
  async dismiss(workspace: string, places: readonly Place[]): Promise<void> {
    await this.settle(workspace, places);
  }

  private async answeredThere(workspace: string, places: readonly Place[]): Promise<string | undefined> {
    for (const { conversation, number } of places.slice(0, 20)) {
      const texts = await this.house.ports.conversations.answeredAfter(workspace, conversation, number);
      if (texts.length > 0) return cut(texts.join('\n\n'), 20_000);
    }
    return undefined;
  }
}

const tuples = (places: readonly Place[]): Array<[string, number]> =>
  places.map(({ conversation, number }) => [conversation, number]);

/** What was typed in haste as it stands in a list: with a capital and a mark. */
function asQuestion(text: string): string {
  const trimmed = text.trim().replace(/\s+/g, ' ');
  const begun = trimmed.charAt(0).toUpperCase() + trimmed.slice(1);
  return /[?.!]$/.test(begun) ? begun : `${begun}?`;
}

import { randomUUID } from 'node:crypto';
import { setTimeout as pause } from 'node:timers/promises';
import {
  type Article,
  type Contradiction,
  Finder,
  type FromOutside,
  type KeptArticle,
  Synonyms,
  textsOf,
} from '@kineta/core';
import { LRUCache } from 'lru-cache';
import type { House } from '../house/house.ts';
import type { WorkspaceSettings } from '../house/ports.ts';
import type { ArticleBook } from './book.ts';
import { DIMENSIONS } from './dimensions.ts';
import type { Load } from './load.ts';
import { Memory } from './memory.ts';
import type { Asks, FoundWith } from './thread/messages.ts';
import { type Thread, ThreadSilent } from './thread/thread.ts';
import type { WouldBe } from './would-be.ts';

/** So long it may take to find something, in milliseconds; then words alone are gone by. */
const FIND_WITHIN = 2_000;
/** So long to make ready what there is, or to read a few texts. */
const TAKE_WITHIN = 60_000;
/** So long it is waited for articles that are still being read, before that is said. */
const READY_WITHIN = 3_000;
/** So few texts are read at once that who asks meanwhile hardly waits. */
const AT_ONCE = 2;
/** So many texts of visitors are read while somebody waits to see them put together. */
const READ_AT_ONCE = 12;
/** More than so many are read on threads of their own. */
const MANY = 60;
/**
 * What a visitor asks and has stood so long behind others is found by words alone, in milliseconds: encoding is nearly all that a question takes, and where
 * more are asked than can be encoded, all of them would wait for as long as that goes on.
 */
const STANDS_FOR = 80;
/** So many workspaces’ articles are held here. */
const MOST_EDITIONS = 200;

const parts = (texts: readonly string[]): string[][] =>
  Array.from({ length: Math.ceil(texts.length / AT_ONCE) }, (_, at) => texts.slice(at * AT_ONCE, (at + 1) * AT_ONCE));

/** What finding goes by of an article. */
type Asked = Pick<Article, 'id' | 'question' | 'wordings' | 'answer'>;

/** An article with words that mean the same read as one. */
function readBy(synonyms: Synonyms, { id, question, wordings = [], answer }: Asked): Article {
  return {
    id,
    question: synonyms.in(question),
    wordings: wordings.map(wording => synonyms.in(wording)),
    answer: synonyms.in(answer),
  };
}

/** The articles of a workspace as they were at one time. */
interface Edition {
  workspace: string;
  name: string;
  number: number;
  language: string;
  /** By which what is asked is read, and the articles are. */
  synonyms: Synonyms;
  articles: readonly Article[];
  kept: ReadonlyMap<string, KeptArticle>;
  /** How many texts are still to be read for their meaning. */
  unread: number;
  /** The life of the thread in which it was given these with all that they mean; 0 before. */
  life: number;
  preparing: Promise<void> | undefined;
  /** Finds by words alone, while the thread does not answer. */
  byWords: Finder | undefined;
  contradictions: readonly Contradiction[] | undefined;
}

export interface Answer {
  found: FoundWith[];
  articles: ReadonlyMap<string, KeptArticle>;
  byMeaning: boolean;
  unread: number;
}

/** Finds what answers questions: on a thread of its own, by words and meaning; by words alone, here, where that does not answer. */
export class Answers {
  private readonly house: Pick<House, 'ports' | 'logger'>;
  private readonly book: ArticleBook;
  private readonly memory: Memory;
  private readonly thread: Thread;
  private readonly readers: readonly Thread[];
  private readonly load: Pick<Load, 'isBusy'>;
  /** Who reads many texts waits for who does already. */
  private many: Promise<void> = Promise.resolve();
  private readonly editions = new LRUCache<string, Promise<Edition>>({ max: MOST_EDITIONS });

  /**
   * @param thread finds, and reads a few texts
   * @param readers read many texts at a time
   * @param load how busy this process is: then visitors are answered by words alone, which takes a tenth of the time
   */
  constructor(
    house: Pick<House, 'tables' | 'database' | 'ports' | 'logger'>,
    book: ArticleBook,
    thread: Thread,
    readers: readonly Thread[],
    load: Pick<Load, 'isBusy'>,
  ) {
    this.house = house;
    this.book = book;
    this.memory = new Memory(house);
    this.thread = thread;
    this.readers = readers;
    this.load = load;
  }

  /**
   * @param most so many are told of
   * @param explained so many of those with the reason
   * @param inChat whether a visitor waits for it: where many ask at once, words alone are gone by then
   */
  async find(
    workspace: string,
    asked: string,
    before: readonly string[],
    most: number,
    explained = 0,
    inChat = false,
  ): Promise<Answer> {
    const edition = await this.edition(workspace);
    const { kept: articles } = edition;
    const { synonyms } = edition;
    const own = before.map(text => synonyms.in(text));
    const patience = !inChat ? Number.POSITIVE_INFINITY : this.load.isBusy ? 0 : STANDS_FOR;
    const given = { name: edition.name, asked: synonyms.in(asked), before: own, most, explained, patience };
    const answer = await this.byThread(edition, given);
    return { ...(answer ?? this.here(edition, given)), articles, unread: edition.unread };
  }

  /**
   * What is made of a text that was composed of sources: on the thread, which has the dictionary.
   * @returns undefined while the thread does not answer, so that nobody knows
   */
  async judge(given: Asks['judge']['given']): Promise<FromOutside | undefined> {
    try {
      return await this.thread.ask('judge', given, FIND_WITHIN);
    } catch (error) {
      if (!(error instanceof ThreadSilent)) throw error;
      return undefined;
    }
  }

  /** The articles that contradict each other, worked out once for each change; none while the thread does not answer. */
  async contradictions(workspace: string): Promise<readonly Contradiction[]> {
    const edition = await this.edition(workspace);
    try {
      const { articles, language } = edition;
      edition.contradictions ??= await this.thread.ask('contradict', { articles, language }, TAKE_WITHIN);
      return edition.contradictions;
    } catch (error) {
      if (!(error instanceof ThreadSilent)) throw error;
      return [];
    }
  }

  /** What may be said, in its order, with nothing looked for. */
  async all(workspace: string): Promise<ReadonlyMap<string, KeptArticle>> {
    return (await this.edition(workspace)).kept;
  }

  /**
   * What these texts mean, as far as it is known; of those that were never read a few are read at once.
   * @returns how many are still to be read, for who asks again
   */
  async meaningsOf(
    workspace: string,
    texts: readonly string[],
  ): Promise<{ known: ReadonlyMap<string, Int8Array>; unread: number }> {
    const { language } = await this.edition(workspace);
    if (!language.toLowerCase().startsWith('en')) return { known: new Map(), unread: 0 };
    const each = [...new Set(texts)];
    const known = await this.memory.of(workspace, each);
    const unknown = each.filter(text => !known.has(text));
    const few = unknown.slice(0, READ_AT_ONCE);
    try {
      for (const part of parts(few))
        for (const [text, amounts] of await this.encode(workspace, part)) known.set(text, amounts);
      return { known, unread: unknown.length - few.length };
    } catch (error) {
      if (!(error instanceof ThreadSilent)) throw error;
      return { known, unread: 0 };
    }
  }

  /**
   * What is found for each of these as it is, and as it would be with articles written otherwise: with one more for each that has no
   * identity, with one less where one would not be said.
   * @param until when no more is asked, in milliseconds of the epoch: of the others nothing is told
   * @returns nothing while the articles are still being read for their meaning, or the thread does not answer
   */
  async beside(
    workspace: string,
    change: readonly WouldBe[],
    asks: ReadonlyArray<{ asked: string; before: readonly string[] }>,
    most: number,
    until: number,
  ): Promise<{
    found: Array<{ now: FoundWith[]; would: FoundWith[] }>;
    questions: ReadonlyMap<string, string>;
  } | null> {
    const edition = await this.edition(workspace);
    await Promise.race([this.ready(edition), pause(READY_WITHIN, undefined, { ref: false })]);
    if (edition.life === 0 || edition.life !== this.thread.lives) return null;
    const { synonyms, language, kept } = edition;
    const otherwise = new Map(change.map(({ id, article }, at) => [id ?? `new ${at}`, article]));
    const articles = [
      ...edition.articles.filter(({ id }) => !otherwise.has(id)),
      ...[...otherwise].flatMap(([id, article]) => (article.draft ? [] : [readBy(synonyms, { ...article, id })])),
    ];
    const name = `${edition.name} ${randomUUID()}`;
    const asAsked = ({ asked, before }: (typeof asks)[number]) => ({
      asked: synonyms.in(asked),
      before: before.map(text => synonyms.in(text)),
      most,
      explained: 0,
      patience: Number.POSITIVE_INFINITY,
    });
    try {
      const isRead = language.toLowerCase().startsWith('en');
      const known = isRead ? await this.meaningsWith(workspace, articles, until) : null;
      if (known === undefined) return null;
      await this.thread.ask('take', { name, language, articles, meanings: known }, TAKE_WITHIN);
      const found: Array<{ now: FoundWith[]; would: FoundWith[] }> = [];
      for (const one of asks) {
        if (Date.now() > until) break;
        const given = asAsked(one);
        const [now, would] = await Promise.all([
          this.thread.ask('find', { ...given, name: edition.name }, TAKE_WITHIN),
          this.thread.ask('find', { ...given, name }, TAKE_WITHIN),
        ]);
        if (!now || !would) return null;
        found.push({ now: now.found, would: would.found });
      }
      return { found, questions: new Map([...kept, ...otherwise].map(([id, { question }]) => [id, question])) };
    } catch (error) {
      if (!(error instanceof ThreadSilent)) throw error;
      return null;
    } finally {
      void this.thread.ask('drop', { name }, TAKE_WITHIN).catch(() => {});
    }
  }

  /** What these articles mean; what was never read is, and kept for who asks again. @returns nothing where that takes longer */
  private async meaningsWith(
    workspace: string,
    articles: readonly Article[],
    until: number,
  ): Promise<Map<string, Int8Array> | undefined> {
    const texts = [...new Set(articles.flatMap(article => Object.values(textsOf(article)).flat()))];
    const known = await this.memory.of(workspace, texts);
    for (const few of parts(texts.filter(text => !known.has(text)))) {
      if (Date.now() > until) return undefined;
      for (const [text, amounts] of await this.encode(workspace, few)) known.set(text, amounts);
    }
    return known;
  }

  /** Reads a few texts for their meaning, and keeps it. */
  private async encode(
    workspace: string,
    texts: readonly string[],
    thread = this.thread,
  ): Promise<ReadonlyArray<readonly [text: string, amounts: Int8Array]>> {
    const found = await this.read(texts, thread);
    await this.memory.keep(workspace, found);
    return found;
  }

  private async read(
    texts: readonly string[],
    thread: Thread,
  ): Promise<ReadonlyArray<readonly [text: string, amounts: Int8Array]>> {
    const { meanings } = await thread.ask('encode', { texts }, TAKE_WITHIN);
    return texts.map((text, at) => [text, new Int8Array(meanings.buffer, at * DIMENSIONS, DIMENSIONS)] as const);
  }

  /** What may be said just now: a name that is another whenever it has changed, and whether it is still being read for its meaning. */
  async standing(workspace: string): Promise<{ name: string; isReading: boolean }> {
    const { name, preparing } = await this.edition(workspace);
    return { name, isReading: preparing !== undefined };
  }

  private async byThread(edition: Edition, given: Asks['find']['given']) {
    try {
      const find = () => this.thread.ask('find', given, FIND_WITHIN);
      const found = await find();
      // One that knows nothing of them has begun anew, or has let them go for others’.
      if (!found) edition.life = 0;
      void this.ready(edition);
      if (found) return found;
      // By words it is ready at once, and by meaning as soon as it has been read.
      await this.take(edition, null);
      return await find();
    } catch (error) {
      if (!(error instanceof ThreadSilent)) this.house.logger.error({ err: error }, 'no answer could be looked for');
      return null;
    }
  }

  private here(edition: Edition, { asked, before, most, explained }: Asks['find']['given']) {
    edition.byWords ??= new Finder(edition.articles, edition.language);
    const finder = edition.byWords;
    const found = finder.find(asked, before).slice(0, most);
    return {
      found: found.map((one, rank) => (rank < explained ? { ...one, reason: finder.reasonOf(asked, one.id)! } : one)),
      byMeaning: false,
    };
  }

  private async edition(workspace: string): Promise<Edition> {
    const { workspace: settings } = await this.house.ports.directories.of(workspace);
    const known = await this.editions.get(workspace);
    if (known?.number === settings.articlesNumber && known.language === settings.language) return known;
    const reading = this.written(workspace, settings);
    this.editions.set(workspace, reading);
    reading.catch(() => this.editions.delete(workspace));
    const edition = await reading;
    void this.ready(edition);
    return edition;
  }

  private async written(
    workspace: string,
    { articlesNumber: number, language, synonyms: groups }: WorkspaceSettings,
  ): Promise<Edition> {
    const said = await this.book.said(workspace);
    const synonyms = new Synonyms(groups ?? []);
    return {
      workspace,
      name: `${workspace} ${number} ${language}`,
      number,
      language,
      synonyms,
      articles: said.map(article => readBy(synonyms, article)),
      kept: new Map(said.map(({ id, kept }) => [id, kept])),
      unread: 0,
      life: 0,
      preparing: undefined,
      byWords: undefined,
      contradictions: undefined,
    };
  }

  /** Gives the thread these articles with what they mean, once in each of its lives. */
  private ready(edition: Edition): Promise<void> {
    if (edition.life > 0 && edition.life === this.thread.lives) return Promise.resolve();
    edition.preparing ??= this.readAll(edition)
      .catch(error => {
        if (!(error instanceof ThreadSilent))
          this.house.logger.error({ err: error }, 'answers could not be read for their meaning');
      })
      .finally(() => {
        edition.preparing = undefined;
      });
    return edition.preparing;
  }

  private async readAll(edition: Edition): Promise<void> {
    const { workspace, articles } = edition;
    const isRead = edition.language.toLowerCase().startsWith('en');
    const texts = isRead ? [...new Set(articles.flatMap(article => Object.values(textsOf(article)).flat()))] : [];
    const known = await this.memory.of(workspace, texts);
    const unknown = texts.filter(text => !known.has(text));
    edition.unread = unknown.length;
    if (unknown.length > 0) await this.take(edition, null);
    const read = async (few: readonly string[], thread: Thread): Promise<void> => {
      for (const [text, amounts] of await this.encode(workspace, few, thread)) known.set(text, amounts);
      edition.unread -= few.length;
    };
    if (unknown.length > MANY) await this.readMany(unknown, read);
    else for (const few of parts(unknown)) await read(few, this.thread);
    // As it is before it was given them: one that begins anew meanwhile knows nothing of them.
    const { lives } = this.thread;
    await this.take(edition, isRead ? known : null);
    edition.life = Math.max(1, lives);
  }

  /**
   * Reads many texts on threads that are there for this alone, so that nobody who asks waits behind them: of one workspace after the
   * other, a few at a time. What was read is kept as it comes; whoever is stopped in the middle goes on from there.
   */
  private readMany(
    texts: readonly string[],
    read: (few: readonly string[], thread: Thread) => Promise<void>,
  ): Promise<void> {
    const turn = this.many.then(async () => {
      const left = parts(texts);
      try {
        await Promise.all(
          this.readers.map(async thread => {
            for (let few = left.shift(); few; few = left.shift()) await read(few, thread);
          }),
        );
      } finally {
        // Each holds an encoder of its own.
        await Promise.all(this.readers.map(thread => thread.end()));
      }
    });
    this.many = turn.catch(() => {});
    return turn;
  }

  private async take(
    { name, language, articles }: Edition,
    meanings: ReadonlyMap<string, Int8Array> | null,
  ): Promise<void> {
    await this.thread.ask('take', { name, language, articles, meanings }, TAKE_WITHIN);
  }
}

import { cut } from '../facts/text.ts';
import type { Article } from './article.ts';
import { ConceptReader, type Told } from './concepts.ts';
import { Field } from './field.ts';
import { type QuestionLanguage, questionLanguageOf } from './language/language.ts';
import { likeness, type Meaning, type MeaningOf } from './meaning.ts';
import { textsOf } from './passages.ts';
import type { Reason } from './reason.ts';
import { type IsWord, type Mended, Spelling } from './spelling.ts';
import { clausesOf, stemOf, stemsOf, wordsOf } from './words.ts';

/** The ways in which an article may fit a question. */
export const fitNames = [
  'concepts of question',
  'concepts of all',
  'concepts in number',
  'concepts of a clause',
  'concepts asked for',
  'words of question',
  'words of answer',
  'words of a clause',
  'words asked for',
  'meaning of question',
  'meaning of all',
] as const;
export type FitName = (typeof fitNames)[number];

/** What speaks for no article at all: by itself, and by what of the question is told of nowhere. */
export const noneNames = [
  'always',
  'words nowhere',
  'concepts nowhere',
  'share of concepts nowhere',
  'no concepts',
  'length',
  'best meaning of question',
  'best meaning of all',
  'usual meaning',
] as const;
export type NoneName = (typeof noneNames)[number];

/** How well articles fit a question, and what speaks for none of them. */
export interface Fits {
  /** In the order of {@link fitNames}: how well each article fits in that way, from about 0 to 1, in the order of the articles. */
  ways: ReadonlyArray<ArrayLike<number>>;
  /** The concepts that the question and articles tell of: how plainly, by the places of the articles. */
  concepts: ReadonlyMap<string, ReadonlyMap<number, number>>;
  /** In the order of {@link noneNames}, each from about 0 to 1. */
  none: readonly number[];
}

/** What helps to read questions, where it is there. */
export interface Aids {
  meaningOf?: MeaningOf | undefined;
  isWord?: IsWord | undefined;
}

/** So much of a message is looked at, in characters: who writes more says the same again. */
const LONGEST = 4_000;
/** What an answer tells of counts for less than what its question asks for. */
const TOLD_IN_ANSWER = 0.4;
/** A sum of BM25 that is plenty, and a sum of concepts, and so many words. */
const PLENTY_OF_WORDS = 8;
const PLENTY_OF_CONCEPTS = 3;
const LONG = 20;

/** What is told of, each with its weight, and the length of all of it as a vector. */
interface Weighed {
  weights: ReadonlyMap<string, number>;
  length: number;
}

const weighedOf = (weights: ReadonlyMap<string, number>): Weighed => ({
  weights,
  length: Math.hypot(...weights.values()),
});

/** What of all articles tells of concepts, by the concept: the places of the articles with the weight of it in each. */
class ToldOf {
  readonly lengths: Float64Array;
  readonly postings = new Map<string, Map<number, number>>();

  constructor(articles: readonly Weighed[]) {
    this.lengths = Float64Array.from(articles, ({ length }) => length);
    articles.forEach(({ weights }, at) => {
      for (const [concept, weight] of weights) {
        const there = this.postings.get(concept);
        if (there) there.set(at, weight);
        else this.postings.set(concept, new Map([[at, weight]]));
      }
    });
  }

  /** How much of what is told of each article tells of too. */
  together({ weights }: Weighed): Float64Array {
    const sums = new Float64Array(this.lengths.length);
    for (const [concept, weight] of weights)
      for (const [at, theirs] of this.postings.get(concept) ?? []) sums[at]! += weight * theirs;
    return sums;
  }

  alike(told: Weighed): Float64Array {
    return this.together(told).map((sum, at) => sum / (told.length * this.lengths[at]! || 1));
  }
}

interface ReadText {
  stems: readonly string[];
  plain: Told;
  told: Weighed;
}

const greatest = (columns: readonly Float64Array[]): Float64Array =>
  columns.length === 1
    ? columns[0]!
    : columns[0]!.map((_, at) =>
        columns.reduce((most, column) => Math.max(most, column[at]!), Number.NEGATIVE_INFINITY),
      );
const most = (amounts: Float64Array): number => amounts.reduce((one, other) => Math.max(one, other), 0);
const inWords = (text: string): string => wordsOf(text).join(' ');
const share = (part: number, of: number): number => (of === 0 ? 0 : part / of);

/** Articles of one language made ready to be asked. */
export class ArticleIndex {
  readonly ids: readonly string[];
  private readonly articles: readonly Article[];
  private readonly language: QuestionLanguage;
  private readonly concepts: ConceptReader;
  private readonly spelling: Spelling | undefined;
  private readonly question: Field;
  private readonly answer: Field;
  private readonly asks: ToldOf;
  private readonly all: ToldOf;
  /** In how many articles each stem stands, and how many of them tell of each concept. */
  private readonly holding = new Map<string, number>();
  private readonly telling = new Map<string, number>();
  /** How rare the stems of each article's question are together. */
  private readonly rarityAsked: Float64Array;
  /** Which articles are asked by exactly these words. */
  private readonly worded = new Map<string, number[]>();
  /** What each article means: what it is asked by, and what it tells; nothing where this is not known of all. */
  private readonly meanings: ReadonlyArray<{ asked: readonly Meaning[]; told: readonly Meaning[] }> | undefined;

  /** @param language the code of theirs: “en”, “en-GB” */
  constructor(articles: readonly Article[], language: string, { meaningOf, isWord }: Aids = {}) {
    this.language = questionLanguageOf(language);
    this.concepts = new ConceptReader(this.language);
    this.articles = articles;
    this.ids = articles.map(({ id }) => id);
    const texts = articles.map(({ question, wordings = [], answer }) => ({
      asked: [question, ...wordings].join('\n'),
      answer,
    }));
    this.spelling =
      isWord &&
      new Spelling([...texts.flatMap(({ asked, answer }) => [asked, answer]), ...this.concepts.phrases()], isWord);
    articles.forEach(({ question, wordings = [] }, at) => {
      for (const words of new Set([question, ...wordings].map(inWords)))
        this.worded.set(words, [...(this.worded.get(words) ?? []), at]);
    });
    const questions = texts.map(({ asked }) => stemsOf(asked, this.language));
    this.question = new Field(questions);
    this.answer = new Field(texts.map(({ answer }) => stemsOf(answer, this.language)));
    for (const stem of new Set([...this.question.stems(), ...this.answer.stems()])) {
      const places = new Set([...this.question.holding(stem), ...this.answer.holding(stem)].map(({ at }) => at));
      this.holding.set(stem, places.size);
    }
    this.rarityAsked = Float64Array.from(questions, stems => this.rarityOf(new Set(stems)));
    const told = texts.map(({ asked, answer }) => ({
      asks: this.concepts.read(asked),
      tells: this.concepts.read(answer),
    }));
    for (const { asks, tells } of told)
      for (const concept of new Set([...asks.keys(), ...tells.keys()]))
        this.telling.set(concept, (this.telling.get(concept) ?? 0) + (asks.has(concept) ? 1 : TOLD_IN_ANSWER));
    const weighed = told.map(({ asks, tells }) => {
      const own = this.weigh(asks);
      const all = new Map([...this.weigh(tells).weights].map(([name, weight]) => [name, weight * TOLD_IN_ANSWER]));
      for (const [name, weight] of own.weights) all.set(name, weight);
      return { own, all: weighedOf(all) };
    });
    this.asks = new ToldOf(weighed.map(({ own }) => own));
    this.all = new ToldOf(weighed.map(({ all }) => all));
    this.meanings = meaningOf && meaningsOf(articles, meaningOf);
  }

  /** Whether articles can be found by what they mean as well. */
  get hasMeaning(): boolean {
    return this.meanings !== undefined;
  }

  /**
   * How well each article fits what is asked, in the order of {@link ids}.
   * @param meaning of what is asked; without it, or where the articles have none, those ways are all 0
   */
  fitsOf(asked: string, meaning?: Meaning): Fits {
    const message = this.mend(asked).text;
    const whole = this.read(message);
    const clauses = clausesOf(message).map(clause => this.read(clause));
    const rarity = (stem: string) => this.rarity(stem);
    const known = new Set(whole.stems);
    const inAll = this.rarityOf(whole.stems) || 1;
    const words = this.question.fit(whole.stems, rarity);
    const alike = this.asks.alike(whole.told);
    const together = this.asks.together(whole.told);
    const ofQuestion = this.meant(meaning, ({ asked, told }) => (asked.length > 0 ? asked : told));
    const ofAll = this.meant(meaning, ({ asked, told }) => (told.length > 0 ? told : asked));
    return {
      ways: [
        alike,
        this.all.alike(whole.told),
        together.map(sum => sum / PLENTY_OF_CONCEPTS),
        greatest([alike, ...clauses.map(({ told }) => this.asks.alike(told))]),
        together.map((sum, at) => sum / (this.asks.lengths[at]! ** 2 || 1)),
        words.map(fit => fit / PLENTY_OF_WORDS),
        this.answer.fit(whole.stems, rarity).map(fit => fit / PLENTY_OF_WORDS),
        greatest([words, ...clauses.map(({ stems }) => this.question.fit(stems, rarity))]).map(fit => fit / inAll),
        this.askedFor(known).map((sum, at) => sum / (this.rarityAsked[at]! || 1)),
        ofQuestion,
        ofAll,
      ],
      concepts: this.shared(whole.plain),
      none: [
        1,
        share(this.rarityOf(whole.stems.filter(stem => !this.holding.has(stem))), this.rarityOf(whole.stems)),
        this.toldNowhere(whole.plain) / PLENTY_OF_CONCEPTS,
        share(this.toldNowhere(whole.plain), sumOf(whole.plain)),
        whole.plain.size === 0 ? 1 : 0,
        Math.min(1, wordsOf(message).length / LONG),
        most(ofQuestion),
        most(ofAll),
        share(
          ofQuestion.reduce((sum, one) => sum + one, 0),
          ofQuestion.length,
        ),
      ],
    };
  }

  /** The places of those that are asked by exactly these words: there is nothing to guess. */
  wordedSo(asked: string): readonly number[] {
    const words = inWords(cut(asked, LONGEST));
    return words === '' ? [] : (this.worded.get(words) ?? []);
  }

  /** What is asked with its misspelt words as they were read. */
  mend(asked: string): { text: string; mended: readonly Mended[] } {
    const text = cut(asked, LONGEST);
    return this.spelling?.mend(text) ?? { text, mended: [] };
  }

  /** Why the article at a place of {@link ids} fits what is asked. */
  reasonOf(asked: string, at: number, meaning?: Meaning): Reason {
    const { text, mended } = this.mend(asked);
    const article = this.articles[at]!;
    const written = [article.question, ...(article.wordings ?? []), article.answer].join('\n');
    const own = new Set(stemsOf(written, this.language));
    const telling = wordsOf(text).filter(word => !this.language.idle.has(word));
    const words = [...new Set(telling.filter(word => own.has(stemOf(word, this.language))))];
    const told = this.concepts.wordsFor(written);
    const near = [...this.concepts.wordsFor(text)].flatMap(([concept, by]) => {
      const other = told.get(concept);
      return other === undefined || other === by || words.includes(by) ? [] : [{ asked: by, told: other }];
    });
    return { words, near, wording: this.nearestWording(at, meaning), mended };
  }

  private nearestWording(at: number, meaning: Meaning | undefined): Reason['wording'] {
    const meanings = this.meanings?.[at]?.asked;
    if (!meaning || !meanings || meanings.length === 0) return null;
    const alike = meanings.map(one => likeness(meaning, one));
    const most = Math.max(...alike);
    const text = textsOf(this.articles[at]!).asked[alike.indexOf(most)]!;
    return { text, likeness: Math.max(0, most) };
  }

  private read(text: string): ReadText {
    const plain = this.concepts.read(text);
    return { stems: stemsOf(text, this.language), plain, told: this.weigh(plain) };
  }

  private meant(
    meaning: Meaning | undefined,
    which: (of: { asked: readonly Meaning[]; told: readonly Meaning[] }) => readonly Meaning[],
  ): Float64Array {
    const fits = new Float64Array(this.ids.length);
    if (meaning && this.meanings)
      this.meanings.forEach((one, at) => {
        for (const theirs of which(one)) fits[at] = Math.max(fits[at]!, likeness(meaning, theirs));
      });
    return fits;
  }

  private askedFor(stems: ReadonlySet<string>): Float64Array {
    const sums = new Float64Array(this.ids.length);
    for (const stem of stems) {
      const rare = this.rarity(stem);
      for (const { at } of this.question.holding(stem)) sums[at]! += rare;
    }
    return sums;
  }

  private shared(plain: Told): Map<string, Map<number, number>> {
    const shared = new Map<string, Map<number, number>>();
    for (const [name, how] of plain) {
      const places = this.all.postings.get(name);
      if (places) shared.set(name, new Map([...places].map(([at, weight]) => [at, how * weight])));
    }
    return shared;
  }

  private toldNowhere(plain: Told): number {
    let sum = 0;
    for (const [name, how] of plain) if (!this.telling.has(name)) sum += how;
    return sum;
  }

  /** What few articles tell of says more. */
  private weigh(told: Told): Weighed {
    return weighedOf(
      new Map(
        [...told].map(([name, plain]) => [
          name,
          plain * Math.log(1 + this.ids.length / (1 + (this.telling.get(name) ?? 0))),
        ]),
      ),
    );
  }

  private rarity(stem: string): number {
    const holding = this.holding.get(stem) ?? 0;
    return Math.log(1 + (this.ids.length - holding + 0.5) / (holding + 0.5));
  }

  private rarityOf(stems: Iterable<string>): number {
    let sum = 0;
    for (const stem of stems) sum += this.rarity(stem);
    return sum;
  }
}

const sumOf = (plain: Told): number => [...plain.values()].reduce((sum, one) => sum + one, 0);

function meaningsOf(articles: readonly Article[], meaningOf: MeaningOf) {
  const meanings = [];
  for (const article of articles) {
    const { asked, told } = textsOf(article);
    const found = { asked: asked.map(meaningOf), told: told.map(meaningOf) };
    if ([...found.asked, ...found.told].includes(undefined)) return undefined;
    meanings.push(found as { asked: Meaning[]; told: Meaning[] });
  }
  return meanings;
}

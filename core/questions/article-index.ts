import { cut } from '../facts/text.ts';
import type { Article } from './article.ts';
import { type ConceptReader, conceptReaderOf, type Told } from './concepts.ts';
import { fieldOf } from './field.ts';
import { type QuestionLanguage, questionLanguageOf } from './language/language.ts';
import type { Meaning, MeaningOf } from './meaning.ts';
import { Nearness } from './nearness.ts';
import { textsOf } from './passages.ts';
import { type Posting, Postings } from './postings.ts';
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
  /** The concepts that the question and articles tell of: how plainly the question does, and each of the articles. */
  concepts: ReadonlyMap<string, { asked: number; told: Posting }>;
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

/** What of all articles tells of concepts. */
class ToldOf {
  readonly lengths: Float64Array;
  readonly squares: Float64Array;
  readonly postings: Postings;

  constructor(articles: readonly Weighed[]) {
    this.lengths = Float64Array.from(articles, ({ length }) => length);
    this.squares = this.lengths.map(length => length ** 2);
    this.postings = new Postings(articles.map(({ weights }) => weights));
  }

  /** How much of what is told of each article tells of too. */
  together({ weights }: Weighed): Float64Array {
    return this.postings.sum(weights);
  }

  alike(told: Weighed, together = this.together(told)): Float64Array {
    return shareOfEach(together, this.lengths, told.length);
  }
}

interface ReadText {
  stems: readonly string[];
  plain: Told;
  told: Weighed;
}

// Plain loops: these are gone through for each question, and calling a function for each of thousands takes ten times as long.
function greatest(columns: readonly Float64Array[]): Float64Array {
  const most = Float64Array.from(columns[0]!);
  for (const column of columns.slice(1))
    for (let at = 0; at < most.length; at++) if (column[at]! > most[at]!) most[at] = column[at]!;
  return most;
}
function shareOf(column: Float64Array, of: number): Float64Array {
  const shares = new Float64Array(column.length);
  for (let at = 0; at < shares.length; at++) shares[at] = column[at]! / of;
  return shares;
}
function shareOfEach(column: Float64Array, of: Float64Array, times = 1): Float64Array {
  const shares = new Float64Array(column.length);
  for (let at = 0; at < shares.length; at++) shares[at] = column[at]! / (times * of[at]! || 1);
  return shares;
}
function sumOf(amounts: Iterable<number>): number {
  let sum = 0;
  for (const amount of amounts) sum += amount;
  return sum;
}
function most(amounts: Float64Array): number {
  let most = 0;
  for (let at = 0; at < amounts.length; at++) if (amounts[at]! > most) most = amounts[at]!;
  return most;
}
const inWords = (text: string): string => wordsOf(text).join(' ');
const share = (part: number, of: number): number => (of === 0 ? 0 : part / of);

/** Articles of one language made ready to be asked. */
export class ArticleIndex {
  readonly ids: readonly string[];
  private readonly articles: readonly Article[];
  private readonly language: QuestionLanguage;
  private readonly concepts: ConceptReader;
  private readonly spelling: Spelling | undefined;
  private readonly question: Postings;
  private readonly answer: Postings;
  private readonly asks: ToldOf;
  private readonly all: ToldOf;
  /** In how many articles each stem stands, and how many of them tell of each concept. */
  private readonly holding = new Map<string, number>();
  private readonly telling = new Map<string, number>();
  /** How rare the stems of each article's question are together. */
  private readonly rarityAsked: Float64Array;
  /** Which articles are asked by exactly these words. */
  private readonly worded = new Map<string, number[]>();
  /** What all of them mean: what they are asked by, and what they tell; nothing where this is not known of each. */
  private readonly meanings: { asked: Nearness; told: Nearness } | undefined;

  /** @param language the code of theirs: “en”, “en-GB” */
  constructor(articles: readonly Article[], language: string, { meaningOf, isWord }: Aids = {}) {
    this.language = questionLanguageOf(language);
    this.concepts = conceptReaderOf(this.language);
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
    this.question = fieldOf(questions);
    this.answer = fieldOf(texts.map(({ answer }) => stemsOf(answer, this.language)));
    for (const stem of new Set([...this.question.names(), ...this.answer.names()])) {
      const places = [this.question, this.answer].flatMap(field => [...(field.of(stem)?.places ?? [])]);
      this.holding.set(stem, new Set(places).size);
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
    const known = new Set(whole.stems);
    const inAll = this.rarityOf(whole.stems) || 1;
    const words = this.question.sum(this.eachRarity(whole.stems));
    const together = this.asks.together(whole.told);
    const alike = this.asks.alike(whole.told, together);
    const { ofQuestion, ofAll } = this.meant(meaning);
    return {
      ways: [
        alike,
        this.all.alike(whole.told),
        shareOf(together, PLENTY_OF_CONCEPTS),
        greatest([alike, ...clauses.map(({ told }) => this.asks.alike(told))]),
        shareOfEach(together, this.asks.squares),
        shareOf(words, PLENTY_OF_WORDS),
        shareOf(this.answer.sum(this.eachRarity(whole.stems)), PLENTY_OF_WORDS),
        greatest([words, ...clauses.map(({ stems }) => this.question.sum(this.eachRarity(stems)))]).map(
          fit => fit / inAll,
        ),
        shareOfEach(this.askedFor(known), this.rarityAsked),
        ofQuestion,
        ofAll,
      ],
      concepts: this.shared(whole.plain),
      none: [
        1,
        share(this.rarityOf(whole.stems.filter(stem => !this.holding.has(stem))), this.rarityOf(whole.stems)),
        this.toldNowhere(whole.plain) / PLENTY_OF_CONCEPTS,
        share(this.toldNowhere(whole.plain), sumOf(whole.plain.values())),
        whole.plain.size === 0 ? 1 : 0,
        Math.min(1, wordsOf(message).length / LONG),
        most(ofQuestion),
        most(ofAll),
        share(sumOf(ofQuestion), ofQuestion.length),
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
    // The same two words may tell of several things.
    const near = new Map<string, { asked: string; told: string }>();
    for (const [concept, by] of this.concepts.wordsFor(text)) {
      const other = told.get(concept);
      if (other === undefined || other === by || words.includes(by)) continue;
      near.set(`${by} ${other}`, { asked: by, told: other });
    }
    return { words, near: [...near.values()], wording: this.nearestWording(at, meaning), mended };
  }

  private nearestWording(at: number, meaning: Meaning | undefined): Reason['wording'] {
    if (!meaning || !this.meanings?.asked.has(at)) return null;
    const alike = this.meanings.asked.ofEach(meaning, at);
    const most = Math.max(...alike);
    const text = textsOf(this.articles[at]!).asked[alike.indexOf(most)]!;
    return { text, likeness: Math.max(0, most) };
  }

  private read(text: string): ReadText {
    const plain = this.concepts.read(text);
    return { stems: stemsOf(text, this.language), plain, told: this.weigh(plain) };
  }

  /** How near what articles are asked by is, and what they tell; the one stands for the other where there is none. */
  private meant(meaning: Meaning | undefined): { ofQuestion: Float64Array; ofAll: Float64Array } {
    if (!meaning || !this.meanings) {
      const nothing = new Float64Array(this.ids.length);
      return { ofQuestion: nothing, ofAll: nothing };
    }
    const { asked, told } = this.meanings;
    const toAsked = asked.ofAll(meaning);
    const toTold = told.ofAll(meaning);
    const ofQuestion = Float64Array.from(toAsked);
    const ofAll = Float64Array.from(toTold);
    for (let at = 0; at < this.ids.length; at++) {
      if (!asked.has(at)) ofQuestion[at] = toTold[at]!;
      if (!told.has(at)) ofAll[at] = toAsked[at]!;
    }
    return { ofQuestion, ofAll };
  }

  private askedFor(stems: ReadonlySet<string>): Float64Array {
    const sums = new Float64Array(this.ids.length);
    for (const stem of stems) {
      const rare = this.rarity(stem);
      for (const at of this.question.of(stem)?.places ?? []) sums[at]! += rare;
    }
    return sums;
  }

  private shared(plain: Told): Map<string, { asked: number; told: Posting }> {
    const shared = new Map<string, { asked: number; told: Posting }>();
    for (const [name, asked] of plain) {
      const told = this.all.postings.of(name);
      if (told) shared.set(name, { asked, told });
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

  private eachRarity(stems: readonly string[]): Array<[stem: string, rarity: number]> {
    return stems.map(stem => [stem, this.rarity(stem)]);
  }

  private rarityOf(stems: Iterable<string>): number {
    let sum = 0;
    for (const stem of stems) sum += this.rarity(stem);
    return sum;
  }
}

function meaningsOf(articles: readonly Article[], meaningOf: MeaningOf) {
  const asked: Meaning[][] = [];
  const told: Meaning[][] = [];
  for (const article of articles) {
    const texts = textsOf(article);
    const found = { asked: texts.asked.map(meaningOf), told: texts.told.map(meaningOf) };
    if ([...found.asked, ...found.told].includes(undefined)) return undefined;
    asked.push(found.asked as Meaning[]);
    told.push(found.told as Meaning[]);
  }
  return { asked: new Nearness(asked), told: new Nearness(told) };
}

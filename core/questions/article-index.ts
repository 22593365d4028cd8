import { cut } from '../facts/text.ts';
import type { Article } from './article.ts';
import { ConceptReader, type Told } from './concepts.ts';
import { type QuestionLanguage, questionLanguageOf } from './language/language.ts';
import { clausesOf, stemsOf } from './words.ts';

/** How well an article fits a question. */
export interface Fit {
  /** In each way that is looked at, each from about 0 to 1, in the order of {@link fitNames}. */
  ways: readonly number[];
  /** The concepts that both tell of, with how plainly: some say more of what is meant than others. */
  concepts: ReadonlyMap<string, number>;
}

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
] as const;
export type FitName = (typeof fitNames)[number];

/** So much of a message is looked at, in characters: who writes more says the same again. */
const LONGEST = 4_000;
/** Okapi BM25 (S. Robertson and H. Zaragoza, “The Probabilistic Relevance Framework: BM25 and Beyond”, 2009). */
const K1 = 1.2;
const B = 0.75;
/** What an answer tells of counts for less than what its question asks for. */
const TOLD_IN_ANSWER = 0.4;
/** A sum of BM25 that is plenty, and a sum of concepts. */
const PLENTY_OF_WORDS = 8;
const PLENTY_OF_CONCEPTS = 3;

/** Stems with how often each stands there, and how many there are. */
interface Field {
  times: ReadonlyMap<string, number>;
  length: number;
}

interface Read {
  id: string;
  question: Field;
  answer: Field;
  asks: Weighed;
  all: Weighed;
}

/** What is told of, each with its weight, and the length of all of it as a vector. */
interface Weighed {
  weights: ReadonlyMap<string, number>;
  length: number;
}

const fieldOf = (stems: readonly string[]): Field => {
  const times = new Map<string, number>();
  for (const stem of stems) times.set(stem, (times.get(stem) ?? 0) + 1);
  return { times, length: stems.length };
};

const weighedOf = (weights: ReadonlyMap<string, number>): Weighed => ({
  weights,
  length: Math.hypot(...weights.values()),
});

const product = (one: Weighed, other: Weighed): number => {
  let sum = 0;
  for (const [name, weight] of one.weights) sum += weight * (other.weights.get(name) ?? 0);
  return sum;
};
const cosine = (one: Weighed, other: Weighed): number => {
  const lengths = one.length * other.length;
  return lengths === 0 ? 0 : product(one, other) / lengths;
};

/** Articles made ready to be asked. */
export class ArticleIndex {
  readonly ids: readonly string[];
  private readonly language: QuestionLanguage;
  private readonly concepts: ConceptReader;
  private readonly articles: readonly Read[];
  /** In how many articles each stem stands, and how many of them tell of each concept. */
  private readonly holding = new Map<string, number>();
  private readonly telling = new Map<string, number>();
  private readonly count: number;
  private readonly usual: { question: number; answer: number };

  /** @param language the code of theirs: “en”, “en-GB” */
  constructor(articles: readonly Article[], language: string) {
    this.language = questionLanguageOf(language);
    this.concepts = new ConceptReader(this.language);
    this.count = articles.length;
    const read = articles.map(({ id, question, wordings = [], answer }) => {
      const asked = [question, ...wordings].join('\n');
      return {
        id,
        question: fieldOf(stemsOf(asked, this.language)),
        answer: fieldOf(stemsOf(answer, this.language)),
        asks: this.concepts.read(asked),
        tells: this.concepts.read(answer),
      };
    });
    for (const { question, answer, asks, tells } of read) {
      for (const stem of new Set([...question.times.keys(), ...answer.times.keys()]))
        this.holding.set(stem, (this.holding.get(stem) ?? 0) + 1);
      for (const concept of new Set([...asks.keys(), ...tells.keys()]))
        this.telling.set(concept, (this.telling.get(concept) ?? 0) + (asks.has(concept) ? 1 : TOLD_IN_ANSWER));
    }
    this.ids = read.map(({ id }) => id);
    this.articles = read.map(({ id, question, answer, asks, tells }) => {
      const own = this.weigh(asks);
      const all = new Map([...this.weigh(tells).weights].map(([name, weight]) => [name, weight * TOLD_IN_ANSWER]));
      for (const [name, weight] of own.weights) all.set(name, weight);
      return { id, question, answer, asks: own, all: weighedOf(all) };
    });
    const mean = (of: (one: Read) => number) =>
      this.articles.reduce((sum, one) => sum + of(one), 0) / Math.max(1, this.articles.length);
    this.usual = { question: mean(({ question }) => question.length), answer: mean(({ answer }) => answer.length) };
  }

  /** How well each article fits what is asked, in the order of {@link ids}. */
  fitsOf(asked: string): Fit[] {
    const message = cut(asked, LONGEST);
    const whole = this.read(message);
    const clauses = clausesOf(message).map(clause => this.read(clause));
    const known = new Set(whole.stems);
    const inAll = this.rarityOf(whole.stems) || 1;
    return this.articles.map(({ question, answer, asks, all }) => {
      const words = this.wordsFit(whole.stems, question, this.usual.question);
      const inAnswer = this.wordsFit(whole.stems, answer, this.usual.answer);
      const ofClauses = clauses.map(({ stems }) => this.wordsFit(stems, question, this.usual.question));
      const own = [...question.times.keys()];
      const alike = cosine(whole.told, asks);
      const together = product(whole.told, asks);
      const ways = [
        alike,
        cosine(whole.told, all),
        together / PLENTY_OF_CONCEPTS,
        Math.max(alike, ...clauses.map(({ told }) => cosine(told, asks))),
        asks.length === 0 ? 0 : together / asks.length ** 2,
        words / PLENTY_OF_WORDS,
        inAnswer / PLENTY_OF_WORDS,
        Math.max(words, ...ofClauses) / inAll,
        this.rarityOf(own.filter(stem => known.has(stem))) / (this.rarityOf(own) || 1),
      ];
      const concepts = new Map<string, number>();
      for (const [name, plain] of whole.plain) {
        const told = all.weights.get(name);
        if (told !== undefined) concepts.set(name, plain * told);
      }
      return { ways, concepts };
    });
  }

  private read(text: string): { stems: readonly string[]; plain: Told; told: Weighed } {
    const plain = this.concepts.read(text);
    return { stems: stemsOf(text, this.language), plain, told: this.weigh(plain) };
  }

  /** What few articles tell of says more. */
  private weigh(told: Told): Weighed {
    return weighedOf(
      new Map(
        [...told].map(([name, plain]) => [
          name,
          plain * Math.log(1 + this.count / (1 + (this.telling.get(name) ?? 0))),
        ]),
      ),
    );
  }

  private rarity(stem: string): number {
    const holding = this.holding.get(stem) ?? 0;
    return Math.log(1 + (this.count - holding + 0.5) / (holding + 0.5));
  }

  private rarityOf(stems: readonly string[]): number {
    return stems.reduce((sum, stem) => sum + this.rarity(stem), 0);
  }

  private wordsFit(stems: readonly string[], { times, length }: Field, usual: number): number {
    let sum = 0;
    for (const stem of stems) {
      const there = times.get(stem);
      if (there === undefined) continue;
      sum += (this.rarity(stem) * there * (K1 + 1)) / (there + K1 * (1 - B + (B * length) / (usual || 1)));
    }
    return sum;
  }
}

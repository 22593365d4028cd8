import type { Article } from './article.ts';
import { type Aids, ArticleIndex, type Fits, fitNames, noneNames } from './article-index.ts';
import type { FitWeights } from './learning/learn.ts';
import { type Meaning, type MeaningOf, together } from './meaning.ts';
import type { Reason } from './reason.ts';
import learnt from './weights.json' with { type: 'json' };

/** An article that was found, and how sure it is that it answers what was asked: from 0 to 1. */
export interface Found {
  id: string;
  confidence: number;
}

/** How much each way of fitting counts where only words are known, and where it is known what texts mean. */
export interface Weights {
  words: FitWeights;
  meaning: FitWeights;
}

/** A question behind another is held against articles by itself, and together with that, which counts so much. */
const TOGETHER = 0.45;
/** What was answered just now is hardly asked for again. */
const ASKED_BEFORE = 2;
/** So many articles are weighed against each other and none, and told of: thousands that hardly fit do not make the best one less sure. */
const WEIGHED = 24;

/** What is asked word for word is this much likelier than whatever is likeliest else: ninety-nine of a hundred. */
const WORD_FOR_WORD = Math.log(99);

const behind = (before: string, asked: string): string => `${before}\n${asked}`;

/** The texts that it helps to know the meaning of when somebody asks this behind others. */
export function textsAsked(asked: string, before: readonly string[] = []): string[] {
  const last = before.at(-1);
  return last === undefined ? [asked] : [asked, last];
}

/** Finds the articles of one language that answer what visitors ask. */
export class Finder {
  private readonly index: ArticleIndex;
  private readonly weights: Weights;

  /**
   * @param language the code of theirs: “en”, “en-GB”
   * @param aids what the texts of the articles mean (`textsOf`), and what is a word at all; without them words alone are gone by
   */
  constructor(articles: readonly Article[], language: string, aids: Aids = {}, weights: Weights = learnt) {
    this.index = new ArticleIndex(articles, language, aids);
    this.weights = weights;
  }

  /**
   * The articles that fit best, the best first.
   * @param before what was asked before it, the last at the end: “and for a flat?” asks for what that was about
   * @param meaningOf what the texts of {@link textsAsked} mean; without one of them words alone are gone by
   */
  find(asked: string, before: readonly string[] = [], meaningOf: MeaningOf = () => undefined): Found[] {
    const goesByMeaning = this.index.hasMeaning && textsAsked(asked, before).every(meaningOf);
    const scored: Scored = (text, meaning = meaningOf(text)) =>
      scoresOf(
        this.index.fitsOf(text, goesByMeaning ? meaning : undefined),
        goesByMeaning ? this.weights.meaning : this.weights.words,
      );
    const { articles, none } = this.inThread(scored, asked, before.at(-1), meaningOf);
    const worded = this.index.wordedSo(asked);
    if (worded.length > 0) {
      const likeliest = articles.reduce((one, other) => Math.max(one, other), none);
      for (const at of worded) articles[at] = likeliest + WORD_FOR_WORD;
    }
    const best = bestOf(articles);
    const most = Math.max(none, articles[best[0]!] ?? none);
    const power = (score: number) => Math.exp(score - most);
    const all = best.reduce((sum, at) => sum + power(articles[at]!), power(none));
    return best.map(at => ({ id: this.index.ids[at]!, confidence: power(articles[at]!) / all }));
  }

  /** Whether it goes by meaning, where that of what is asked is known. */
  get hasMeaning(): boolean {
    return this.index.hasMeaning;
  }

  /** Why an article was found for what is asked; nothing of one that is not among them. */
  reasonOf(asked: string, id: string, meaningOf: MeaningOf = () => undefined): Reason | undefined {
    const at = this.index.ids.indexOf(id);
    return at < 0 ? undefined : this.index.reasonOf(asked, at, meaningOf(asked));
  }

  private inThread(scored: Scored, asked: string, before: string | undefined, meaningOf: MeaningOf): Scores {
    const own = scored(asked);
    if (before === undefined) return own;
    const [mine, last] = [asked, before].map(meaningOf);
    const both = scored(behind(before, asked), mine && last && together(mine, last));
    const first = scored(before).articles;
    const answered = first.indexOf(Math.max(...first));
    return {
      articles: own.articles.map(
        (score, at) => (1 - TOGETHER) * score + TOGETHER * both.articles[at]! - (at === answered ? ASKED_BEFORE : 0),
      ),
      none: own.none,
    };
  }
}

/** How well articles fit a text, whose meaning is looked up where it is not given. */
type Scored = (text: string, meaning?: Meaning) => Scores;

interface Scores {
  articles: Float64Array;
  none: number;
}

/** The places of the best, the best first; of those that are as good the one that stands first. */
function bestOf(scores: Float64Array): number[] {
  const best: number[] = [];
  for (let at = 0; at < scores.length; at++) {
    const score = scores[at]!;
    if (best.length === WEIGHED && score <= scores[best[WEIGHED - 1]!]!) continue;
    let rank = best.length;
    while (rank > 0 && scores[best[rank - 1]!]! < score) rank--;
    best.splice(rank, 0, at);
    if (best.length > WEIGHED) best.pop();
  }
  return best;
}

/** What speaks for each article, and for none. */
function scoresOf({ ways, concepts, none }: Fits, weights: FitWeights): Scores {
  const articles = new Float64Array(ways[0]!.length);
  ways.forEach((column, way) => {
    const weight = weights.ways[fitNames[way]!];
    for (let at = 0; at < articles.length; at++) articles[at]! += weight * column[at]!;
  });
  for (const [name, { asked, told }] of concepts) {
    const weight = weights.concepts[name] ?? 0;
    const { places, amounts } = told;
    for (let at = 0; at < places.length; at++) articles[places[at]!]! += weight * (asked * amounts[at]!);
  }
  return {
    articles,
    none: none.reduce((sum, amount, at) => sum + weights.none[noneNames[at]!] * amount, 0),
  };
}

import type { Article } from './article.ts';
import { ArticleIndex, type Fit, fitNames } from './article-index.ts';
import type { FitWeights } from './learning/learn.ts';
import weights from './weights.json' with { type: 'json' };

/** An article that was found, and how sure it is that it answers what was asked: from 0 to 1. */
export interface Found {
  id: string;
  confidence: number;
}

/** A question behind another is held against articles by itself, and together with that, which counts so much. */
const TOGETHER = 0.45;
/** What was answered just now is hardly asked for again. */
const ASKED_BEFORE = 2;

/** Finds the articles of one language that answer what visitors ask. */
export class Finder {
  private readonly index: ArticleIndex;
  private readonly weights: FitWeights;

  /** @param language the code of theirs: “en”, “en-GB” */
  constructor(articles: readonly Article[], language: string, learnt: FitWeights = weights) {
    this.index = new ArticleIndex(articles, language);
    this.weights = learnt;
  }

  /**
   * All articles, the best first.
   * @param before what was asked before it, the last at the end: “and for a flat?” asks for what that was about
   */
  find(asked: string, before: readonly string[] = []): Found[] {
    const scores = this.scoresOf(asked, before.at(-1));
    const most = Math.max(this.weights.none, ...scores);
    const powers = scores.map(score => Math.exp(score - most));
    const all = powers.reduce((sum, power) => sum + power, Math.exp(this.weights.none - most));
    return this.index.ids
      .map((id, at) => ({ id, confidence: powers[at]! / all }))
      .sort((one, other) => other.confidence - one.confidence);
  }

  private scoresOf(asked: string, before: string | undefined): number[] {
    const own = this.scored(this.index.fitsOf(asked));
    if (before === undefined) return own;
    const together = this.scored(this.index.fitsOf(`${before}\n${asked}`));
    const first = this.scored(this.index.fitsOf(before));
    const answered = first.indexOf(Math.max(...first));
    return own.map(
      (score, at) => (1 - TOGETHER) * score + TOGETHER * together[at]! - (at === answered ? ASKED_BEFORE : 0),
    );
  }

  private scored(fits: readonly Fit[]): number[] {
    const { ways: ofWays, concepts: ofConcepts }: FitWeights = this.weights;
    return fits.map(({ ways, concepts }) => {
      let score = 0;
      ways.forEach((amount, way) => {
        score += amount * ofWays[fitNames[way]!];
      });
      for (const [name, amount] of concepts) score += amount * (ofConcepts[name] ?? 0);
      return score;
    });
  }
}

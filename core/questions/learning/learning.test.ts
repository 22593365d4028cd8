import { describe, expect, test } from 'vitest';
import { Articles } from '../article.ts';
import { type Aids, ArticleIndex } from '../article-index.ts';
import { decide } from '../deciding.ts';
import { evaluate, RatedQueries } from '../evaluation.ts';
import { Finder, type Weights } from '../finding.ts';
import type { MeaningOf } from '../meaning.ts';
import { businesses as sets } from './businesses.ts';
import { type Example, learn } from './learn.ts';
import { meaningsLearntFrom, textsLearntFrom } from './meanings.ts';

const meanings = meaningsLearntFrom();
const meaningOf: MeaningOf = text => meanings.get(text);
const businesses = sets.map(set => ({ articles: Articles.parse(set).articles, rated: RatedQueries.parse(set) }));

const examplesOf = (aids: Aids) =>
  businesses.map(({ articles, rated }): Example[] => {
    const index = new ArticleIndex(articles, 'en', aids);
    const fits = (q: string) => index.fitsOf(q, aids.meaningOf?.(q));
    const place = (id: string) => index.ids.indexOf(id);
    return [
      ...rated.queries.map(({ q, ids }) => ({ fits: fits(q), right: ids.map(place) })),
      ...rated.outOfScope.map(({ q }) => ({ fits: fits(q), right: [] })),
    ];
  });
const examples = { words: examplesOf({}), meaning: examplesOf({ meaningOf }) };
const learnt = (isLeftOut: (at: number) => boolean = () => false): Weights => {
  const from = (of: Example[][]) => learn(of.filter((_, at) => !isLeftOut(at)).flat());
  return { words: from(examples.words), meaning: from(examples.meaning) };
};

describe('what is learnt of how articles fit questions', () => {
  test('is learnt with the meaning of every text', () => {
    expect(textsLearntFrom().filter(text => !meaningOf(text))).toEqual([]);
  });

  // After a change of the sets, the concepts or the ways of fitting: `npx vitest run --project core -u core/questions/learning`.
  test('is what finding goes by', async () => {
    await expect(`${JSON.stringify(learnt(), null, 2)}\n`).toMatchFileSnapshot('../weights.json');
  });

  test('holds of businesses that were not learnt from', async () => {
    const parts = 2;
    let byWords = 0;
    let byMeaning = 0;
    const answers: boolean[] = [];
    for (let part = 0; part < parts; part++) {
      const isLeftOut = (at: number) => at % parts === part;
      const weights = learnt(isLeftOut);
      for (const { articles, rated } of businesses.filter((_, at) => isLeftOut(at))) {
        const hits = async (aids: Aids) => {
          const finder = new Finder(articles, 'en', aids, weights);
          return (
            await evaluate(
              rated,
              (q, before) => finder.find(q, before, aids.meaningOf),
              () => 0,
            )
          ).hit1;
        };
        byWords += await hits({});
        byMeaning += await hits({ meaningOf });
        const finder = new Finder(articles, 'en', { meaningOf }, weights);
        const asked = [...rated.queries, ...rated.outOfScope.map(({ q }) => ({ q, ids: [] as string[] }))];
        for (const { q, ids } of asked) {
          const decision = decide(finder.find(q, [], meaningOf));
          if (decision.kind === 'answer') answers.push(ids.includes(decision.id));
        }
      }
    }
    expect(byWords / businesses.length).toBeGreaterThan(0.35);
    expect(byMeaning / businesses.length).toBeGreaterThan(0.45);
    // Of those that are said at the usual threshold, so many are right.
    expect(answers.filter(Boolean).length / answers.length).toBeGreaterThan(0.72);
  });
});

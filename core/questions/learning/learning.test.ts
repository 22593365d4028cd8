import { describe, expect, test } from 'vitest';
import { Articles } from '../article.ts';
import { ArticleIndex } from '../article-index.ts';
import { evaluate, RatedQueries } from '../evaluation.ts';
import { Finder } from '../finding.ts';
import { businesses as sets } from './businesses.ts';
import { type Example, type FitWeights, learn } from './learn.ts';

const businesses = sets.map(set => ({ articles: Articles.parse(set).articles, rated: RatedQueries.parse(set) }));

const examples = businesses.map(({ articles, rated }): Example[] => {
  const index = new ArticleIndex(articles, 'en');
  const place = (id: string) => index.ids.indexOf(id);
  return [
    ...rated.queries.map(({ q, ids }) => ({ fits: index.fitsOf(q), right: ids.map(place) })),
    ...rated.outOfScope.map(({ q }) => ({ fits: index.fitsOf(q), right: [] })),
  ];
});
const learnt = (isLeftOut: (at: number) => boolean = () => false): FitWeights =>
  learn(examples.filter((_, at) => !isLeftOut(at)).flat());

describe('what is learnt of how articles fit questions', () => {
  // After a change of the sets, the concepts or the ways of fitting: `npx vitest run --project core -u core/questions/learning`.
  test('is what finding goes by', async () => {
    await expect(`${JSON.stringify(learnt(), null, 2)}\n`).toMatchFileSnapshot('../weights.json');
  });

  test('holds of businesses that were not learnt from', async () => {
    const parts = 2;
    let hits = 0;
    for (let part = 0; part < parts; part++) {
      const isLeftOut = (at: number) => at % parts === part;
      const weights = learnt(isLeftOut);
      for (const { articles, rated } of businesses.filter((_, at) => isLeftOut(at))) {
        const finder = new Finder(articles, 'en', weights);
        hits += (
          await evaluate(
            rated,
            (q, before) => finder.find(q, before),
            () => 0,
          )
        ).hit1;
      }
    }
    expect(hits / businesses.length).toBeGreaterThan(0.35);
  });
});

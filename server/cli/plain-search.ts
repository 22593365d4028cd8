import type { Article, Ranked } from '@kineta/core';
import { stemmer } from '@orama/stemmers/english';
import MiniSearch from 'minisearch';

/** What questions are held against: BM25 over questions and answers with an English stemmer, as MiniSearch does it. */
export function plainSearch(articles: readonly Article[]): (q: string) => Ranked {
  const search = new MiniSearch({ fields: ['question', 'answer'], processTerm: term => stemmer(term.toLowerCase()) });
  search.addAll(
    articles.map(({ id, question, wordings = [], answer }) => ({
      id,
      question: [question, ...wordings].join('\n'),
      answer,
    })),
  );
  return q => search.search(q).map(({ id, score }) => ({ id: String(id), confidence: score }));
}

import type { ProposedChange, Taken } from '@kineta/contract';
import { blankArticle, hasGap, joinedArticle, type KeptArticle } from '@kineta/core';

/** An article as it would be: a new one has no identity, and one that nobody would be told is a draft. */
export interface WouldBe {
  id: string | null;
  article: KeptArticle;
}

type Known = ReadonlyMap<string, KeptArticle>;

/** One that waits for a yes, and has no gaps, as it is said after that; null where it is said already, or cannot be. */
export const approved = (article: KeptArticle): KeptArticle | null =>
  article.draft && !hasGap(article.answer) ? { ...article, draft: false } : null;

/** What is taken in of a document: other answers for those that are known, new ones, and those that are removed. */
export function takenIn(known: Known, { source, parts, gone }: Taken) {
  return {
    changed: parts.flatMap(({ id, answer }) => {
      const article = id === null ? undefined : known.get(id);
      return article ? [{ id: id!, article: { ...article, answer, source } }] : [];
    }),
    fresh: parts
      .filter(({ id }) => id === null || !known.has(id))
      .map(({ question, answer }): KeptArticle => ({ ...blankArticle, question, answer, source })),
    gone: gone.filter(id => known.get(id)?.source === source),
  };
}

const notSaid = (known: Known, ids: readonly string[]): WouldBe[] =>
  ids.flatMap(id => (known.has(id) ? [{ id, article: { ...known.get(id)!, draft: true } }] : []));

/** What each kind of change would make of the articles that there are. */
const makes: {
  [What in ProposedChange['what']]: (change: Extract<ProposedChange, { what: What }>, known: Known) => WouldBe[];
} = {
  write: ({ id, article }) => [{ id, article }],
  approve: ({ ids }, known) =>
    ids.flatMap(id => {
      const article = known.has(id) ? approved(known.get(id)!) : null;
      return article ? [{ id, article }] : [];
    }),
  remove: ({ ids }, known) => notSaid(known, ids),
  join({ id, other }, known) {
    const [one, gone] = [known.get(id), known.get(other)];
    return one && gone && id !== other ? [{ id, article: joinedArticle(one, gone) }, ...notSaid(known, [other])] : [];
  },
  take: ({ taken }, known) =>
    taken.flatMap(one => {
      const { changed, fresh, gone } = takenIn(known, one);
      return [...changed, ...fresh.map(article => ({ id: null, article })), ...notSaid(known, gone)];
    }),
};

/** The articles that would be otherwise, or new, with a change. */
export const wouldBe = (change: ProposedChange, known: Known): WouldBe[] =>
  (makes[change.what] as (change: ProposedChange, known: Known) => WouldBe[])(change, known);

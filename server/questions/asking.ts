import type { Asked, FoundArticle, questionRoutes } from '@kineta/contract';
import { decide, filled, usualThresholds, withheldFrom, written } from '@kineta/core';
import { DateTime } from 'luxon';
import type { z } from 'zod';
import type { House } from '../house/house.ts';
import type { Answers } from './answers.ts';

/** So many of what was found are told of. */
const TOLD = 6;
/** So many are looked at: of what is withheld from who asks, those behind it are said. */
const LOOKED_AT = 24;

/** What would be said to somebody who asks. */
export async function asking(
  { ports }: Pick<House, 'ports'>,
  answers: Answers,
  workspace: string,
  { text, before, site, page, language, isKnown }: z.output<(typeof questionRoutes)['ask']['body']>,
): Promise<Asked> {
  const [{ found, articles, byMeaning, unread }, directory] = await Promise.all([
    answers.find(workspace, text, before, LOOKED_AT),
    ports.directories.of(workspace),
  ]);
  const { zone, business, ...locale } = directory.workspace;
  const today = DateTime.now().setZone(zone).toISODate()!;
  const known = new Map(business.map(fact => [fact.name.toLowerCase(), written(fact.value, fact, locale)]));
  const all = found.flatMap(({ id, confidence, reason }): FoundArticle[] => {
    const article = articles.get(id);
    if (!article) return [];
    const { text: answer, missing } = filled(article.answer, known);
    const withheld: FoundArticle['withheld'] = withheldFrom(article, { site, page, language, isKnown }, today);
    // An answer with a hole in it is none.
    if (missing.length > 0) withheld.push('fact not known');
    const { question } = article;
    const { words, near, wording, mended } = reason;
    return [
      {
        id,
        question,
        answer,
        confidence,
        withheld,
        reason: { words: [...words], near: [...near], wording, mended: [...mended] },
      },
    ];
  });
  const decision = decide(all.filter(({ withheld }) => withheld.length === 0));
  return {
    decision: decision.kind === 'did you mean' ? { ...decision, ids: [...decision.ids] } : decision,
    found: all.slice(0, TOLD),
    byMeaning,
    unread,
    thresholds: usualThresholds,
  };
}

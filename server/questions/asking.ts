import type { Asked, FoundArticle, questionRoutes } from '@kineta/contract';
import {
  type Asker,
  decide,
  type FoundForReply,
  filled,
  type KeptArticle,
  type Reason,
  usualThresholds,
  withheldFrom,
  written,
} from '@kineta/core';
import { DateTime } from 'luxon';
import type { z } from 'zod';
import type { House } from '../house/house.ts';
import type { AsksThere, WorkspaceSettings } from '../house/ports.ts';
import type { Answers } from './answers.ts';

/** So many of what was found are told of. */
const TOLD = 6;
/** So many are looked at: of what is withheld from who asks, those behind it are said. */
const LOOKED_AT = 24;

interface Weighed {
  all: Array<Omit<FoundArticle, 'reason'> & { reason: Reason | undefined; kept: KeptArticle }>;
  byMeaning: boolean;
  unread: number;
}

/** Makes of an article what would be said to somebody today, with all that keeps it from them. */
export function sayableTo(
  { zone, business, ...locale }: WorkspaceSettings,
  asker: Asker,
): (article: KeptArticle) => { answer: string; withheld: FoundArticle['withheld'] } {
  const today = DateTime.now().setZone(zone).toISODate()!;
  const known = new Map(business.map(fact => [fact.name.toLowerCase(), written(fact.value, fact, locale)]));
  return article => {
    const { text: answer, missing } = filled(article.answer, known);
    const withheld: FoundArticle['withheld'] = withheldFrom(article, asker, today);
    // An answer with a hole in it is none.
    if (missing.length > 0) withheld.push('fact not known');
    return { answer, withheld };
  };
}

/** What was found for what somebody asks, with what keeps it from them; undefined where there is nothing to be said to anybody. */
async function weighed(
  { ports }: Pick<House, 'ports'>,
  answers: Answers,
  workspace: string,
  { text, before, ...asker }: AsksThere,
  explained: number,
): Promise<Weighed | undefined> {
  const { found, articles, byMeaning, unread } = await answers.find(workspace, text, before, LOOKED_AT, explained);
  if (articles.size === 0) return undefined;
  const { workspace: settings } = await ports.directories.of(workspace);
  const sayable = sayableTo(settings, asker);
  const all = found.flatMap(({ id, confidence, reason }) => {
    const kept = articles.get(id);
    if (!kept) return [];
    const { answer, withheld } = sayable(kept);
    return [
      {
        id,
        question: kept.question,
        answer,
        confidence,
        tags: kept.tags,
        withheld,
        reason,
        kept,
      },
    ];
  });
  return { all, byMeaning, unread };
}

/** What would be said to somebody who asks. */
export async function asking(
  house: Pick<House, 'ports'>,
  answers: Answers,
  workspace: string,
  asks: z.output<(typeof questionRoutes)['ask']['body']>,
): Promise<Asked> {
  const { all, byMeaning, unread } = (await weighed(house, answers, workspace, asks, TOLD)) ?? {
    all: [],
    byMeaning: false,
    unread: 0,
  };
  const thresholds = (await house.ports.directories.of(workspace)).workspace.sure ?? usualThresholds;
  const decision = decide(
    all.filter(({ withheld }) => withheld.length === 0),
    thresholds,
  );
  return {
    decision: decision.kind === 'did you mean' ? { ...decision, ids: [...decision.ids] } : decision,
    found: all.slice(0, TOLD).flatMap(({ kept: _, reason, ...article }) => {
      if (!reason) return [];
      const { words, near, wording, mended } = reason;
      return [{ ...article, reason: { words: [...words], near: [...near], wording, mended: [...mended] } }];
    }),
    byMeaning,
    unread,
    thresholds,
  };
}

/** What may be said to a visitor who asks, the best first; undefined where nothing could be said to anybody. */
export async function foundFor(
  house: Pick<House, 'ports'>,
  answers: Answers,
  workspace: string,
  asks: AsksThere,
): Promise<FoundForReply | undefined> {
  const found = await weighed(house, answers, workspace, asks, 0);
  if (!found) return undefined;
  const { all, byMeaning } = found;
  return {
    articles: all
      .filter(({ withheld }) => withheld.length === 0)
      .slice(0, TOLD)
      .map(({ id, question, answer, confidence, kept }) => ({ id, question, answer, confidence, tags: kept.tags })),
    byMeaning,
  };
}

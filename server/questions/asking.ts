import type { Asked, FoundArticle, questionRoutes } from '@kineta/contract';
import {
  type AnsweredFrom,
  type Asker,
  type Decision,
  decide,
  type FoundForReply,
  filled,
  type KeptArticle,
  type OfferedFlow,
  questionsIn,
  type Reason,
  type Source,
  type Thresholds,
  usualThresholds,
  withheldFrom,
  written,
} from '@kineta/core';
import { DateTime } from 'luxon';
import type { z } from 'zod';
import type { House } from '../house/house.ts';
import type { AsksThere, Directory } from '../house/ports.ts';
import type { Answers } from './answers.ts';
import type { AskedOutside } from './outside/kind.ts';
import type { Outside } from './outside/outside.ts';

/** So many of what was found are told of. */
const TOLD = 6;
/** So many are looked at: of what is withheld from who asks, those behind it are said. */
const LOOKED_AT = 24;

/** A model is given so many to word an answer from. */
const MOST_SOURCES = 3;

/** What asking goes by. */
export interface Asks {
  house: Pick<House, 'ports'>;
  answers: Answers;
  outside: Outside;
}

interface Weighed {
  all: Array<Omit<FoundArticle, 'reason'> & { reason: Reason | undefined }>;
  byMeaning: boolean;
  unread: number;
}

/** What would be said of an article: its answer, the buttons behind it, and all that keeps it from who asks. */
interface Sayable extends Pick<KeptArticle, 'answer' | 'atOnce'> {
  /** Those that are published. */
  flows: OfferedFlow[];
  withheld: FoundArticle['withheld'];
}

/** Makes of an article what would be said to somebody today. */
export function sayableTo(
  { workspace: { zone, business, ...locale }, flowNames, published }: Directory,
  asker: Asker,
): (article: KeptArticle) => Sayable {
  const today = DateTime.now().setZone(zone).toISODate()!;
  const known = new Map(business.map(fact => [fact.name.toLowerCase(), written(fact.value, fact, locale)]));
  return article => {
    const { text: answer, missing } = filled(article.answer, known);
    const withheld: FoundArticle['withheld'] = withheldFrom(article, asker, today);
    // An answer with a hole in it is none.
    if (missing.length > 0) withheld.push('fact not known');
    const named = article.flows.map(button => ({ ...button, flow: flowNames.get(button.flow) ?? '' }));
    const flows = named.filter(({ flow }) => published.includes(flow));
    const atOnce = article.atOnce && flows.length > 0 && flows[0] === named[0];
    // Without the flow that it was to begin nothing would be said at all.
    if (article.atOnce && !atOnce && answer === '') withheld.push('flow not published');
    return { answer, flows, atOnce, withheld };
  };
}

/** What was found for what somebody asks, with what keeps it from them; undefined where there is nothing to be said to anybody. */
async function weighed(
  { house: { ports }, answers }: Asks,
  workspace: string,
  { text, before, ...asker }: AsksThere,
  explained: number,
): Promise<Weighed | undefined> {
  // Who wants to know why tries it out, and would be misled by words alone.
  const inChat = explained === 0;
  const { found, articles, byMeaning, unread } = await answers.find(
    workspace,
    text,
    before,
    LOOKED_AT,
    explained,
    inChat,
  );
  if (articles.size === 0) return undefined;
  const sayable = sayableTo(await ports.directories.of(workspace), asker);
  const all = found.flatMap(({ id, confidence, reason }) => {
    const kept = articles.get(id);
    if (!kept) return [];
    return [{ id, question: kept.question, confidence, tags: kept.tags, reason, ...sayable(kept) }];
  });
  return { all, byMeaning, unread };
}

/** From how sure on something is said there. */
function thresholdsOf({ sure }: AnsweredFrom, usual: Thresholds): Thresholds {
  const answer = sure ?? usual.answer;
  return { answer, meant: Math.min(usual.meant, answer) };
}

/** What a model may word: the article that answers, and others that may be meant as well; nothing where a flow goes on from it. */
function sourcesOf(said: Weighed['all'], decision: Decision, { meant }: Thresholds): Source[] {
  const answers = decision.kind === 'answer' ? said.filter(({ id }) => id === decision.id) : [];
  if (answers.length === 0 || answers[0]!.atOnce) return [];
  const others = said.filter(
    ({ id, confidence, answer }) => id !== answers[0]!.id && confidence >= meant && answer !== '',
  );
  return [...answers, ...others].slice(0, MOST_SOURCES);
}

/** What answers each of several questions, where no flow goes on from any. */
function firstOfEach(several: ReadonlyArray<{ said: Weighed['all'] }>): Source[] {
  const firsts = several.map(({ said }) => said[0]!);
  return firsts.some(({ atOnce }) => atOnce) ? [] : firsts;
}

const taggedFor = ({ tags }: AnsweredFrom, found: Weighed | undefined): Weighed['all'] =>
  (found?.all ?? []).filter(article => !tags || article.tags.some(tag => tags.includes(tag)));

/** What may be said to each question of a message that asks several, where each is answered, and by another article. */
async function severalOf(
  parts: Asks,
  workspace: string,
  asks: AsksThere,
  from: AnsweredFrom,
): Promise<Array<{ asked: string; said: Weighed['all'] }>> {
  const { workspace: settings } = await parts.house.ports.directories.of(workspace);
  const questions = questionsIn(asks.text, settings.language);
  const several: Array<{ asked: string; said: Weighed['all'] }> = [];
  for (const asked of questions) {
    const found = await weighed(parts, workspace, { ...asks, text: asked }, 0);
    const said = taggedFor(from, found).filter(({ withheld }) => withheld.length === 0);
    const decision = decide(said, thresholdsOf(from, settings.sure ?? usualThresholds));
    if (decision.kind !== 'answer' || several.some(other => other.said[0]!.id === decision.id)) return [];
    several.push({ asked, said });
  }
  return several;
}

/** What may be said to somebody who asks, what is decided by it, and what was made of it outside, where that is wanted. */
async function judged(
  parts: Asks,
  workspace: string,
  asks: AsksThere,
  from: AnsweredFrom,
  thread: AskedOutside['thread'],
  explained: number,
) {
  const { house, outside } = parts;
  const found = await weighed(parts, workspace, asks, explained);
  const all = taggedFor(from, found);
  const said = all.filter(({ withheld }) => withheld.length === 0);
  const thresholds = thresholdsOf(
    from,
    (await house.ports.directories.of(workspace)).workspace.sure ?? usualThresholds,
  );
  const decision = decide(said, thresholds);
  const several = found ? await severalOf(parts, workspace, asks, from) : [];
  const { text, before, page, language } = asks;
  const fromOutside =
    from.outside &&
    (await outside.ask(workspace, from.outside, {
      text,
      before,
      thread,
      page,
      language,
      sources: several.length > 0 ? firstOfEach(several) : sourcesOf(said, decision, thresholds),
    }));
  return { found, all, said, thresholds, decision, several, outside: fromOutside };
}

/** What would be said to somebody who asks. */
export async function asking(
  parts: Asks,
  workspace: string,
  { tags, sure, outside: by, ...asks }: z.output<(typeof questionRoutes)['ask']['body']>,
): Promise<Asked> {
  const from = { tags: tags ?? undefined, sure: sure ?? undefined, outside: by ?? undefined };
  const thread = async () => asks.before.map(text => ({ by: 'visitor' as const, text }));
  const { found, all, decision, thresholds, several, outside } = await judged(
    parts,
    workspace,
    asks,
    from,
    thread,
    LOOKED_AT,
  );
  return {
    decision: decision.kind === 'did you mean' ? { ...decision, ids: [...decision.ids] } : decision,
    found: all.slice(0, TOLD).flatMap(({ reason, ...article }) => {
      if (!reason) return [];
      const { words, near, wording, mended } = reason;
      return [{ ...article, reason: { words: [...words], near: [...near], wording, mended: [...mended] } }];
    }),
    byMeaning: found?.byMeaning ?? false,
    unread: found?.unread ?? 0,
    thresholds,
    several: several.length > 0 ? eachTold(several) : null,
    outside: outside ?? null,
  };
}

const toldOf = (said: Weighed['all']): FoundForReply['articles'] =>
  said.slice(0, TOLD).map(({ id, question, answer, confidence, tags, flows, atOnce }) => ({
    id,
    question,
    answer,
    confidence,
    tags,
    ...(flows.length > 0 ? { flows } : {}),
    ...(atOnce ? { atOnce } : {}),
  }));

const eachTold = (several: ReadonlyArray<{ asked: string; said: Weighed['all'] }>) =>
  several.map(({ asked, said }) => ({ asked, articles: toldOf(said) }));

/** What may be said to a visitor who asks, the best first; undefined where nothing could be said to anybody. */
export async function foundFor(
  parts: Asks,
  workspace: string,
  asks: AsksThere,
  from: AnsweredFrom,
  thread: AskedOutside['thread'],
): Promise<FoundForReply | undefined> {
  const { found, said, several, outside } = await judged(parts, workspace, asks, from, thread, 0);
  if (!found && !outside) return undefined;
  return {
    articles: toldOf(said),
    ...(several.length > 0 ? { several: eachTold(several) } : {}),
    byMeaning: found?.byMeaning ?? false,
    ...(outside ? { outside } : {}),
  };
}

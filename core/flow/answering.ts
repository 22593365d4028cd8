import { asksSomething } from '../answers/asking.ts';
import { cut } from '../facts/text.ts';
import { spoken } from '../messages/message.ts';
import { answerBlocks } from '../questions/blocks.ts';
import { type Decision, decide, type Thresholds, usualThresholds } from '../questions/deciding.ts';
import type { FlowStart } from '../questions/flow-button.ts';
import { notedOutside } from '../questions/outside/outside.ts';
import type { FoundForReply, Reply } from './event.ts';
import type { Id } from './id.ts';
import type { Session } from './session.ts';
import { END, type Next, type Player, type Run } from './steps/kind.ts';
import type { World } from './world.ts';

/** So many questions back it is looked what another is about, of each so many characters. */
const MOST_ASKED = 3;
const LONGEST_ASKED = 300;
/** So many of what was found stand in the log. */
const MOST_TOLD = 4;
/** What names something to be picked, or does not ask at all, is answered only from so sure on. */
const SURER = 0.75;

export type FoundArticle = FoundForReply['articles'][number];

export const isPicked = ({ choice, choices, fields, file }: Reply): boolean =>
  choice !== undefined || choices !== undefined || fields !== undefined || file !== undefined;

/** What a player makes of words that are typed at it; of one that does not say they may be anything. */
export const madeOf = (player: Player, reply: Reply, world: World) =>
  player.makes?.(reply, world) ?? 'perhaps an answer';

/** The texts that were asked before, of a conversation that stands so. */
export const askedBefore = (session: Session): readonly string[] => session.asked ?? [];

/** What is made of what was found, and the articles that it may be said from. */
export function settled(
  { articles }: FoundForReply,
  { sure = usualThresholds }: World,
  only: { tags?: readonly string[] | undefined; answer?: number | undefined } = {},
): { decision: Decision; articles: readonly FoundArticle[] } {
  const { tags } = only;
  const own = tags ? articles.filter(article => article.tags.some(tag => tags.includes(tag))) : articles;
  const answer = only.answer ?? sure.answer;
  const thresholds: Thresholds = { answer, meant: Math.min(sure.meant, answer) };
  return { decision: decide(own, thresholds), articles: own };
}

/**
 * What answers each question of a message that asks several; nothing of one that asks once, or where not each is answered, and by another
 * article.
 */
export function answersToSeveral(
  { several = [] }: FoundForReply,
  world: World,
  only: { tags?: readonly string[] | undefined; answer?: number | undefined } = {},
): Array<{ asked: string; said: FoundArticle; articles: readonly FoundArticle[] }> {
  const answered = several.flatMap(({ asked, articles }) => {
    const own = settled({ articles, byMeaning: false }, world, only);
    const said = own.articles.find(({ id }) => own.decision.kind === 'answer' && own.decision.id === id);
    return said ? [{ asked, said, articles: own.articles }] : [];
  });
  const isEach = answered.length === several.length && new Set(answered.map(({ said }) => said.id)).size > 1;
  return isEach ? answered : [];
}

/** Notes in the log what was found for a question; what was asked is what the next may be about. */
export function noteLookUp(
  run: Run,
  step: Id,
  text: string,
  { byMeaning, outside }: FoundForReply,
  articles: readonly FoundArticle[],
  did: 'answered' | 'asked back' | 'did not know',
): void {
  const asked = cut(text.trim(), LONGEST_ASKED);
  run.acts.push({
    act: 'look up',
    step,
    asked,
    found: articles.slice(0, MOST_TOLD).map(article => {
      const { id, question, confidence, tags } = article;
      const begins = beginsAtOnce(article);
      return {
        id,
        question,
        confidence: Math.round(confidence * 1_000) / 1_000,
        ...(tags.length > 0 ? { tags: [...tags] } : {}),
        ...(begins ? { begins: { flow: begins.flow, ...(begins.scene ? { scene: begins.scene } : {}) } } : {}),
      };
    }),
    did,
    byMeaning,
    ...(outside ? { outside: notedOutside(outside) } : {}),
  });
  run.asked = [...(run.asked ?? []), asked].slice(-MOST_ASKED);
}

/** Where an article leads at once, if it does. */
const beginsAtOnce = ({ atOnce, flows }: FoundArticle): FlowStart | undefined => (atOnce ? flows?.[0] : undefined);

/**
 * Says what an article answers, and goes where it leads at once.
 * @returns where the play goes on; undefined where it leads nowhere
 */
export function tellArticle(run: Run, step: Id, article: FoundArticle): Next | undefined {
  const { id, question, answer, flows } = article;
  const begins = beginsAtOnce(article);
  if (answer !== '')
    run.acts.push({
      act: 'tell answer',
      step,
      article: { id, question },
      blocks: answerBlocks(answer),
      ...(flows && !begins ? { flows } : {}),
    });
  return begins && startFlow(run, step, begins);
}

/**
 * Goes to a scene of this flow, or has another go on.
 * @returns where the play goes on; undefined where a person was promised who is not fetched yet, which goes before
 */
export function startFlow(run: Run, step: Id, { flow, scene }: FlowStart): Next | undefined {
  if (run.wanted !== undefined) return undefined;
  const own = scene === undefined ? undefined : run.ownScene(flow, scene);
  if (own !== undefined) return own;
  run.acts.push({ act: 'start flow', step, flow, ...(scene === undefined ? {} : { scene }) });
  return END;
}

/** Says what was composed of articles, the first of which is what it answers. */
export function tellComposed(run: Run, step: Id, text: string, [first, ...others]: readonly FoundArticle[]): void {
  const named = ({ id, question }: FoundArticle) => ({ id, question });
  run.acts.push({
    act: 'tell answer',
    step,
    article: named(first!),
    blocks: answerBlocks(text),
    sources: [first!, ...others].map(named),
  });
}

/** What became of what was asked where something else was: it was answered, or leads somewhere. */
type Aside = 'answered' | { to: Next } | undefined;

const asideOf = (to: Next | undefined): Aside => (to === undefined ? 'answered' : { to });

/**
 * Answers what was asked where something else was: said only when it is sure. A question that nobody knows is noted for the team, and
 * the visitor is told so, where it cannot be an answer; all else goes on as it would have.
 * @param player what waits for an answer; undefined where nothing does
 * @returns whether anything was said to it, or another flow was begun
 */
export function answeredAside(run: Run, player: Player | undefined, step: Id, reply: Reply): Aside {
  const { found, text } = reply;
  if (!found || isPicked(reply)) return undefined;
  const made = player ? madeOf(player, reply, run.world) : 'perhaps an answer';
  if (made === 'an answer' || made === 'led elsewhere') return undefined;
  const asks = asksSomething(text, run.world.locale.language);
  const mayBeAnswer = made === 'rather an answer' || made === 'perhaps an answer';
  if (mayBeAnswer && !asks && player) return undefined;
  const several = answersToSeveral(found, run.world);
  if (several.length > 0 && made !== 'rather an answer') return asideOf(tellSeveral(run, step, found, several));
  const { sure = usualThresholds } = run.world;
  const answer = asks && made !== 'rather an answer' ? sure.answer : Math.max(SURER, sure.answer);
  const { decision, articles } = settled(found, run.world, { answer });
  const said = decision.kind === 'answer' ? articles.find(({ id }) => id === decision.id) : undefined;
  // What asks nothing, where nothing waits for it, may be the words that begin a flow.
  if (said && (asks || !mayBeAnswer || said.atOnce)) {
    noteLookUp(run, step, text, found, articles, 'answered');
    return asideOf(tellArticle(run, step, said));
  }
  if (!asks || made === 'rather an answer') return undefined;
  noteLookUp(run, step, text, found, articles, 'did not know');
  if (made !== 'no answer') return undefined;
  run.acts.push({ act: 'say', step, line: spoken(run.world.locale.language, 'not known aside') });
  return 'answered';
}

/** Says what answers each of several questions. @returns where the first of them leads that leads somewhere */
export function tellSeveral(
  run: Run,
  step: Id,
  found: FoundForReply,
  several: ReturnType<typeof answersToSeveral>,
): Next | undefined {
  const leads = several.map(({ asked, said, articles }) => {
    noteLookUp(run, step, asked, found, articles, 'answered');
    return tellArticle(run, step, said);
  });
  return leads.find(to => to !== undefined);
}

import type { ListedThere, WithheldBy } from '@kineta/contract';
import { type Asker, type FlowStart, type KeptArticle, type OfferedFlow, usualThresholds } from '@kineta/core';
import type { House } from '../house/house.ts';
import type { ReadableArticle } from '../house/ports.ts';
import type { Answers } from './answers.ts';
import { type Asks, foundFor, sayableTo } from './asking.ts';

/** So many are listed for visitors at most: what comes behind them is found by its words. */
const MOST_LISTED = 8;
/** So many of those that are not shown are told of. */
const MOST_HELD = 50;
/** So many of what is searched for. */
const MOST_FOUND = 3;

interface Listed {
  id: string;
  article: KeptArticle;
  answer: string;
  flows: OfferedFlow[];
}

export const named = ({ id, article }: Pick<Listed, 'id' | 'article'>): { id: string; question: string } => ({
  id,
  question: article.question,
});

/** All that is listed, in its order, with what keeps each from this visitor. */
async function* eachListed(
  { ports }: Pick<House, 'ports'>,
  answers: Answers,
  workspace: string,
  asker: Asker,
): AsyncGenerator<Listed & { withheld: WithheldBy[] }> {
  const directory = await ports.directories.of(workspace);
  if (directory.workspace.articlesNumber === 0) return;
  const sayable = sayableTo(directory, asker);
  for (const [id, article] of await answers.all(workspace))
    if (article.listed) yield { id, article, ...sayable(article) };
}

/** What is listed for a visitor, in its order. */
export async function listedFor(
  house: Pick<House, 'ports'>,
  answers: Answers,
  workspace: string,
  asker: Asker,
): Promise<Listed[]> {
  const listed: Listed[] = [];
  for await (const { withheld, ...one } of eachListed(house, answers, workspace, asker)) {
    if (withheld.length === 0) listed.push(one);
    if (listed.length === MOST_LISTED) break;
  }
  return listed;
}

/** What is listed for a visitor, with those that are not and why: something keeps them from who this is, or there are as many before them. */
export async function listedBeside(
  house: Pick<House, 'ports'>,
  answers: Answers,
  workspace: string,
  asker: Asker,
): Promise<ListedThere> {
  const there: ListedThere = { shown: [], held: [] };
  for await (const { withheld, ...one } of eachListed(house, answers, workspace, asker)) {
    if (withheld.length === 0 && there.shown.length < MOST_LISTED) there.shown.push(named(one));
    else if (there.held.length < MOST_HELD) there.held.push({ ...named(one), withheld });
  }
  return there;
}

/** What a visitor may read of what is listed, by its identity, or of what they search for, the nearest first. */
export async function readableBy(
  parts: Asks,
  workspace: string,
  asker: Asker,
  reads: { id: string } | { text: string },
): Promise<ReadableArticle[]> {
  if ('id' in reads)
    return (await listedFor(parts.house, parts.answers, workspace, asker))
      .filter(({ id }) => id === reads.id)
      .map(({ answer, flows, ...one }) => ({ ...named(one), answer, buttons: labelsOf(flows) }));
  const found = await foundFor(parts, workspace, { ...asker, text: reads.text, before: [] }, {}, async () => []);
  const { sure } = (await parts.house.ports.directories.of(workspace)).workspace;
  const { meant } = sure ?? usualThresholds;
  return (found?.articles ?? [])
    .filter(({ confidence }) => confidence >= meant)
    .slice(0, MOST_FOUND)
    .map(({ id, question, answer, flows = [] }) => ({ id, question, answer, buttons: labelsOf(flows) }));
}

const labelsOf = (flows: readonly OfferedFlow[]): string[] => flows.map(({ label }) => label);

/**
 * Where a button leads behind an answer, by what stands on it; nowhere where there is none like that any more, or it is kept from who
 * presses it.
 */
export async function startBehind(
  { house: { ports }, answers }: Pick<Asks, 'house' | 'answers'>,
  workspace: string,
  asker: Asker,
  { id, label }: { id: string; label: string },
): Promise<FlowStart | undefined> {
  const article = (await answers.all(workspace)).get(id);
  if (!article) return undefined;
  const { flows, withheld } = sayableTo(await ports.directories.of(workspace), asker)(article);
  const pressed = withheld.length > 0 ? undefined : flows.find(button => button.label === label);
  return pressed && { flow: pressed.flow, ...(pressed.scene === undefined ? {} : { scene: pressed.scene }) };
}

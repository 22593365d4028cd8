import { type EntryBody, type Reply, UNFINISHED_STEP, unfinishedAnswer, unfinishedQuestion } from '@kineta/core';
import { QueryTypes } from 'sequelize';
import type { Transaction } from '../database/connect.ts';
import type { House } from '../house/house.ts';
import type { Directory } from '../house/ports.ts';
import { holdingOf } from './holding.ts';
import type { Host } from './host.ts';
import { type Appended, append, type Outcome } from './log.ts';
import { beginning } from './meeting.ts';
import type { ConversationRow } from './model.ts';

/** So many questions are looked back at. */
const LOOKED_AT = 20;

type Asked = Extract<EntryBody, { kind: 'asked' }>;
const NOTHING_TOLD = { link: {}, page: {} };

/** What was asked last, the latest first. Raw: a few entries of one conversation, by its log. */
async function lastAsked(
  { database }: Pick<House, 'database'>,
  { id, workspace_id: workspace }: Pick<ConversationRow, 'id' | 'workspace_id'>,
  transaction: Transaction,
): Promise<Asked[]> {
  const rows = await database.query<{ body: Asked }>(
    `SELECT body FROM entries WHERE conversation_id = :id AND workspace_id = :workspace AND kind = 'asked'
     ORDER BY number DESC LIMIT ${LOOKED_AT}`,
    { replacements: { id, workspace }, type: QueryTypes.SELECT, transaction },
  );
  return rows.map(({ body }) => body);
}

const languageOf = ({ manners, workspace }: Directory, { site_id: site }: Pick<ConversationRow, 'site_id'>): string =>
  manners.get(site)?.language ?? workspace.language;

/** Asks somebody who comes into another flow what becomes of what they have not finished; once for each flow. */
export async function asksWhich(
  house: House,
  place: { workspace: string; conversation: string },
  flow: string,
): Promise<Appended> {
  const directory = await house.ports.directories.of(place.workspace);
  return append(house, place, async (row, transaction) => {
    const before = await lastAsked(house, row, transaction);
    if (holdingOf(row).holder !== 'flow' || before.some(({ offers }) => offers?.flow === flow)) return { entries: [] };
    const edition =
      row.edition_id === null
        ? undefined
        : await house.ports.editions.get(place.workspace, row.edition_id, transaction);
    const speaker = edition?.speaker ?? directory.workspace.name;
    return { entries: [unfinishedQuestion(speaker, flow, languageOf(directory, row))] };
  });
}

/**
 * What comes of a reply to that: the other flow begins, or the question is asked again that waits.
 * @returns undefined where nobody was asked so last, or it says something else
 */
export async function answeredWhich(
  house: House,
  host: Host,
  row: ConversationRow,
  reply: Reply,
  { directory, transaction }: { directory: Directory; transaction: Transaction },
): Promise<Outcome | undefined> {
  const way = reply.step === UNFINISHED_STEP ? unfinishedAnswer(reply, languageOf(directory, row)) : undefined;
  const [last] = way ? await lastAsked(house, row, transaction) : [];
  if (!last?.offers || last.step !== UNFINISHED_STEP || holdingOf(row).holder !== 'flow') return undefined;
  const begun =
    way === 'begins'
      ? await beginning(house, host, row, { flow: last.offers.flow, told: NOTHING_TOLD }, { directory, transaction })
      : undefined;
  // A flow that is not published any more begins nowhere: then it goes on.
  if (begun && begun.entries.length > 0) return begun;
  return host.perform(row, { event: 'handed back' }, directory, new Date(), transaction);
}

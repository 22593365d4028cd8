import { QueryTypes } from 'sequelize';
import type { Waiting, Without } from '../../clockwork/lane.ts';
import type { Transaction } from '../../database/connect.ts';
import type { House } from '../../house/house.ts';

/** For how many seconds what was claimed is left to who claimed it; then another process may have died over it. */
export const LEASE = 30;

/** One way in which somebody is told of something, as it is carried out. */
export interface Sending extends Waiting {
  channel: 'push' | 'mail';
  member: string | null;
  address: string | null;
  transcript: number;
  tries: number;
  went: 'sent' | null;
  alert: string;
  kind: string;
  text: string;
  byId: string | null;
  overBy: string | null;
  standing: string | null;
  at: Date;
  conversation: string;
  visitor: string;
}

const COLUMNS = `s.id, s.workspace_id AS workspace, s.channel, s.member_id AS member, s.address, s.transcript, s.tries + 1 AS tries,
  s.went, a.id AS alert, a.kind, a.text, a.by_id AS byId, a.over_by AS overBy, a.standing, a.at, c.id AS conversation,
  c.visitor_name AS visitor`;
const FROM = `alert_sendings s JOIN alerts a ON a.id = s.alert_id JOIN conversations c ON c.id = a.conversation_id`;

/** Notifications that are due. Raw: through an index, over all workspaces. */
export function duePushes({ database }: House, most: number, { workspaces }: Without): Promise<Waiting[]> {
  return database.query<Waiting>(
    `SELECT id, workspace_id AS workspace FROM alert_sendings
     WHERE channel = 'push' AND due_at <= UTC_TIMESTAMP(3) ${workspaces.length > 0 ? 'AND workspace_id NOT IN (:workspaces)' : ''}
     ORDER BY due_at LIMIT ${most}`,
    { replacements: { workspaces: [...workspaces] }, type: QueryTypes.SELECT },
  );
}

/** Emails that are due, one of those for each who is written to. Raw: as above. */
export function dueMails({ database }: House, most: number, { workspaces }: Without): Promise<Waiting[]> {
  return database.query<Waiting>(
    `SELECT MIN(id) AS id, workspace_id AS workspace FROM alert_sendings
     WHERE channel = 'mail' AND due_at <= UTC_TIMESTAMP(3) ${workspaces.length > 0 ? 'AND workspace_id NOT IN (:workspaces)' : ''}
     GROUP BY workspace_id, member_id, address ORDER BY MIN(due_at) LIMIT ${most}`,
    { replacements: { workspaces: [...workspaces] }, type: QueryTypes.SELECT },
  );
}

const asRead = (row: Sending): Sending => ({
  ...row,
  tries: Number(row.tries),
  member: row.member === null ? null : String(row.member),
  byId: row.byId === null ? null : String(row.byId),
});

/** Raw: each is claimed by one process only, which goes past those that others hold. */
async function claimed(
  { database }: House,
  chosen: string,
  replacements: Record<string, unknown>,
  transaction: Transaction,
): Promise<Sending[]> {
  const rows = await database.query<Sending>(
    `SELECT ${COLUMNS} FROM ${FROM} WHERE ${chosen} AND s.due_at <= UTC_TIMESTAMP(3) ORDER BY s.id LIMIT 100 FOR UPDATE SKIP LOCKED`,
    { replacements, type: QueryTypes.SELECT, transaction },
  );
  if (rows.length > 0)
    await database.query(
      `UPDATE alert_sendings SET tries = tries + 1, due_at = UTC_TIMESTAMP(3) + INTERVAL ${LEASE} SECOND WHERE id IN (:ids)`,
      { replacements: { ids: rows.map(({ id }) => id) }, type: QueryTypes.UPDATE, transaction },
    );
  return rows.map(asRead);
}

/** Makes notifications this process’s own. */
export const claimPushes = (house: House, ids: readonly string[]): Promise<Sending[]> =>
  house.database.transaction(transaction => claimed(house, 's.id IN (:ids)', { ids: [...ids] }, transaction));

/** Makes emails this process’s own, each with all others that are due to the same. */
export async function claimMails(house: House, ids: readonly string[]): Promise<Array<Sending & { all: Sending[] }>> {
  const letters: Array<Sending & { all: Sending[] }> = [];
  for (const id of ids) {
    const all = await house.database.transaction(async transaction => {
      const [first] = await claimed(house, 's.id = :id', { id }, transaction);
      if (!first) return [];
      const same = `s.channel = 'mail' AND s.workspace_id = :workspace AND s.member_id <=> :member AND s.address <=> :address`;
      const { workspace, member, address } = first;
      return [first, ...(await claimed(house, same, { workspace, member, address }, transaction))];
    });
    if (all.length > 0) letters.push({ ...all[0]!, all });
  }
  return letters;
}

/** Says what became of some; what was over by then stays so. @returns of how many it was still open. Raw: with a condition. */
export async function settle(
  { database }: House,
  ids: readonly string[],
  went: 'sent' | 'failed' | 'taken back',
): Promise<number> {
  const [, count] = await database.query(
    `UPDATE alert_sendings SET went = :went, went_at = UTC_TIMESTAMP(3), due_at = NULL
     WHERE id IN (:ids) AND (went IS NULL OR (went = 'sent' AND :went = 'taken back'))`,
    { replacements: { ids: [...ids], went }, type: QueryTypes.UPDATE },
  );
  return Number(count);
}

/**
 * Has some tried again in so many seconds. Raw: nothing of what was settled meanwhile.
 * @param untried whether they were only put off, which is no try
 */
export async function again(
  { database }: House,
  ids: readonly string[],
  seconds: number,
  untried = false,
): Promise<void> {
  await database.query(
    `UPDATE alert_sendings SET due_at = UTC_TIMESTAMP(3) + INTERVAL :seconds SECOND, tries = tries - ${untried ? 1 : 0}
     WHERE id IN (:ids) AND due_at IS NOT NULL`,
    { replacements: { ids: [...ids], seconds }, type: QueryTypes.UPDATE },
  );
}

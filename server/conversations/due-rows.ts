import { QueryTypes } from 'sequelize';
import type { Waiting, Without } from '../clockwork/lane.ts';
import type { Database } from '../database/connect.ts';

/** For how many seconds what was claimed is left to who claimed it; then another process may have died over it. */
const LEASE = 15;

/** A row that was claimed; it is known by its conversation. */
export interface Claimed extends Waiting {
  /** How often it has been by now. */
  tries: number;
}

/** A table with at most one row a conversation, which says when something is due in it and how often that was tried. */
export interface DueTable {
  name: 'timers' | 'rule_dues';
  /** What else of a row is read when it is claimed. */
  also?: string;
}

/** What is due, the longest first. Raw: read through an index, over all workspaces. */
export function dueIn(
  database: Database,
  { name }: DueTable,
  most: number,
  { workspaces }: Without,
): Promise<Waiting[]> {
  return database.query<Waiting>(
    `SELECT conversation_id AS id, workspace_id AS workspace FROM ${name}
     WHERE due_at <= UTC_TIMESTAMP(3) ${workspaces.length > 0 ? 'AND workspace_id NOT IN (:workspaces)' : ''}
     ORDER BY due_at LIMIT ${most}`,
    { replacements: { workspaces: [...workspaces] }, type: QueryTypes.SELECT },
  );
}

/** Raw: each is claimed by one process only, which goes past those that others hold. */
export function claimIn<T extends Claimed>(
  database: Database,
  { name, also }: DueTable,
  ids: readonly string[],
): Promise<T[]> {
  return database.transaction(async transaction => {
    const rows = await database.query<T>(
      `SELECT conversation_id AS id, workspace_id AS workspace, ${also ? `${also}, ` : ''}tries + 1 AS tries FROM ${name}
       WHERE conversation_id IN (:ids) AND due_at <= UTC_TIMESTAMP(3) ORDER BY due_at FOR UPDATE SKIP LOCKED`,
      { replacements: { ids: [...ids] }, type: QueryTypes.SELECT, transaction },
    );
    if (rows.length > 0)
      await database.query(
        `UPDATE ${name} SET tries = tries + 1, due_at = UTC_TIMESTAMP(3) + INTERVAL ${LEASE} SECOND
         WHERE conversation_id IN (:ids)`,
        { replacements: { ids: rows.map(({ id }) => id) }, type: QueryTypes.UPDATE, transaction },
      );
    return rows.map(row => ({ ...row, tries: Number(row.tries) }));
  });
}

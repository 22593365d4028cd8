import { type Facts, freshCourse, ruleValues } from '@kineta/core';
import { QueryTypes } from 'sequelize';
import type { Transaction } from '../database/connect.ts';
import type { House } from '../house/house.ts';
import type { StandingNow } from '../house/ports.ts';
import type { Followed } from './following.ts';
import { lookedAt } from './looked.ts';
import { type ConversationRow, JOIN_OFFER } from './model.ts';

/** How conversations stand now, by their identities. Raw: some columns of many rows, whosever they are. */
export async function standings(
  { database }: Pick<House, 'database'>,
  ids: readonly string[],
  transaction?: Transaction,
): Promise<Map<string, StandingNow>> {
  if (ids.length === 0) return new Map();
  const rows = await database.query<Omit<StandingNow, 'isTest'> & { id: string; isTest: number }>(
    `SELECT c.id, c.workspace_id AS workspace, c.holder, c.agent_id AS agent, c.team_id AS team, c.visitor_name AS visitor,
       c.is_test AS isTest, o.member_id AS offered
     FROM conversations c ${JOIN_OFFER} WHERE c.id IN (:ids)`,
    { replacements: { ids: [...ids] }, type: QueryTypes.SELECT, ...(transaction ? { transaction } : {}) },
  );
  const own = (id: string | null): string | null => (id === null ? null : String(id));
  return new Map(
    rows.map(({ id, isTest, agent, team, offered, workspace, ...row }) => [
      String(id),
      {
        ...row,
        workspace: String(workspace),
        agent: own(agent),
        team: own(team),
        offered: own(offered),
        isTest: Boolean(Number(isTest)),
      },
    ]),
  );
}

/**
 * All that conditions may ask about a conversation, as rules ask; undefined when it is gone. Raw: the row as the host reads it, with
 * its course.
 */
export async function knownOf(
  { database, ports }: Pick<House, 'database' | 'ports'>,
  workspace: string,
  id: string,
  transaction?: Transaction,
): Promise<{ values: Facts; names: readonly string[] } | undefined> {
  const [[row], book, directory] = await Promise.all([
    database.query<ConversationRow>('SELECT * FROM conversations WHERE id = :id AND workspace_id = :workspace', {
      replacements: { id, workspace },
      type: QueryTypes.SELECT,
      ...(transaction ? { transaction } : {}),
    }),
    ports.rules.of(workspace),
    ports.directories.of(workspace),
  ]);
  if (!row) return undefined;
  const now = Date.now();
  const looked = lookedAt(row, { book, directory }, now, { isUnderWay: false, place: undefined, minutes: undefined });
  const kept = typeof row.course === 'string' ? (JSON.parse(row.course) as Followed) : row.course;
  const course = { ...(kept?.course ?? freshCourse), with: row.holder };
  return { values: ruleValues(course, looked, course.wanted ?? row.started_at.getTime()), names: book.factNames };
}

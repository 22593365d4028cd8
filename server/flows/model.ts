import type { Flow } from '@kineta/core';
import { QueryTypes } from 'sequelize';
import type { Database, Transaction } from '../database/connect.ts';

export interface FlowRow {
  id: string;
  name: string;
  draft: Flow;
  revision: number;
  changes: number;
  edition_id: string | null;
  number: number | null;
  published_at: Date | null;
  updated_at: Date;
  updated_by: string | null;
  conversations: string | number;
  sites: string | null;
  scheduled_at: Date | null;
  scheduled_by: string | null;
}

/** The flows of a workspace, or one of them, with what lists show of them. */
export function selectFlows(
  database: Database,
  workspace: string,
  only: { id?: string; removed?: boolean; transaction?: Transaction } = {},
): Promise<FlowRow[]> {
  return database.query<FlowRow>(
    `SELECT f.id, f.name, f.draft, f.revision, f.changes, f.edition_id, e.number, e.published_at, f.updated_at,
            m.name AS updated_by, p.due_at AS scheduled_at, pm.name AS scheduled_by,
            (SELECT COUNT(*) FROM conversations c
              WHERE c.flow_id = f.id AND c.started_at > UTC_TIMESTAMP(3) - INTERVAL 28 DAY) AS conversations,
            (SELECT GROUP_CONCAT(s.name ORDER BY s.id SEPARATOR '\n') FROM sites s WHERE s.flow_id = f.id) AS sites
     FROM flows f
     LEFT JOIN editions e ON e.id = f.edition_id
     LEFT JOIN members m ON m.id = f.updated_by
     LEFT JOIN scheduled_publishes p ON p.flow_id = f.id
     LEFT JOIN members pm ON pm.id = p.member_id
     WHERE f.workspace_id = :workspace AND f.removed_at IS ${only.removed ? 'NOT NULL' : 'NULL'}
       ${only.id === undefined ? '' : 'AND f.id = :id'}
     ORDER BY f.updated_at DESC, f.id DESC`,
    { replacements: { workspace, id: only.id }, type: QueryTypes.SELECT, transaction: only.transaction },
  );
}

/** How many of the last 28 days’ conversations came to each scene. */
export async function reachOf(database: Database, workspace: string, flow: string): Promise<Record<string, number>> {
  const rows = await database.query<{ scene: string; conversations: string | number }>(
    `SELECT JSON_VALUE(e.body, '$.scene') AS scene, COUNT(DISTINCT e.conversation_id) AS conversations
     FROM conversations c JOIN entries e ON e.conversation_id = c.id AND e.kind = 'entered'
     WHERE c.workspace_id = :workspace AND c.flow_id = :flow AND c.started_at > UTC_TIMESTAMP(3) - INTERVAL 28 DAY
     GROUP BY scene`,
    { replacements: { workspace, flow }, type: QueryTypes.SELECT },
  );
  return Object.fromEntries(rows.map(row => [row.scene, Number(row.conversations)]));
}

/** How many of the last 28 days’ conversations went from scene to scene. */
export async function waysOf(
  database: Database,
  workspace: string,
  flow: string,
): Promise<Array<{ from: string; to: string; conversations: number }>> {
  const rows = await database.query<{ scene: string; next: string; conversations: string | number }>(
    `SELECT scene, next, COUNT(DISTINCT conversation) AS conversations
     FROM (
       SELECT e.conversation_id AS conversation, JSON_VALUE(e.body, '$.scene') AS scene,
              LEAD(JSON_VALUE(e.body, '$.scene')) OVER (PARTITION BY e.conversation_id ORDER BY e.number) AS next
       FROM conversations c JOIN entries e ON e.conversation_id = c.id AND e.kind = 'entered'
       WHERE c.workspace_id = :workspace AND c.flow_id = :flow AND c.started_at > UTC_TIMESTAMP(3) - INTERVAL 28 DAY
     ) AS taken
     WHERE next IS NOT NULL
     GROUP BY scene, next`,
    { replacements: { workspace, flow }, type: QueryTypes.SELECT },
  );
  return rows.map(({ scene, next, conversations }) => ({
    from: scene,
    to: next,
    conversations: Number(conversations),
  }));
}

/**
 * Editions never change, so a process may keep those that it has read. The oldest read goes first when there are more
 * than a few hundred.
 */
export class Editions {
  private readonly kept = new Map<string, Promise<Flow>>();
  private readonly database: Database;

  constructor(database: Database) {
    this.database = database;
  }

  /**
   * @param transaction the one that asks, if one does: taking a second connection from the pool while holding a first
   * would let as many callers as there are connections wait for each other
   */
  get(workspace: string, id: string, transaction?: Transaction): Promise<Flow> {
    const key = `${workspace}/${id}`;
    const known = this.kept.get(key);
    if (known) return known;
    const reading = this.read(workspace, id, transaction);
    this.kept.set(key, reading);
    reading.catch(() => this.kept.delete(key));
    if (this.kept.size > 300) this.kept.delete(this.kept.keys().next().value as string);
    return reading;
  }

  private async read(workspace: string, id: string, transaction?: Transaction): Promise<Flow> {
    const [row] = await this.database.query<{ content: Flow }>(
      'SELECT content FROM editions WHERE workspace_id = :workspace AND id = :id',
      { replacements: { workspace, id }, type: QueryTypes.SELECT, transaction },
    );
    if (!row) throw new Error(`There is no edition ${id} in workspace ${workspace}.`);
    return row.content;
  }
}

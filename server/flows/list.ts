import type { FlowSummary } from '@kineta/contract';
import { QueryTypes } from 'sequelize';
import type { Transaction } from '../database/connect.ts';
import type { House } from '../house/house.ts';

interface ListedRow {
  id: string;
  name: string;
  scenes: number;
  steps: number;
  changes: number;
  edition_id: string | null;
  number: number | null;
  published_at: Date | null;
  updated_at: Date;
  updated_by: string | null;
  sites: string | null;
  scheduled_at: Date | null;
  scheduled_by: string | null;
}

/**
 * The flows of a workspace, or one of them, as lists show them. Raw: names and numbers of five tables in one round trip,
 * and of drafts, which may be large, only how many scenes and steps they have.
 */
export async function listed(
  { database, ports }: House,
  workspace: string,
  only: { id?: string; transaction?: Transaction } = {},
): Promise<FlowSummary[]> {
  const [rows, conversations, cued] = await Promise.all([
    database.query<ListedRow>(
      `SELECT f.id, f.name, f.changes, f.edition_id, e.number, e.published_at, f.updated_at,
              JSON_LENGTH(f.draft, '$.scenes') AS scenes,
              COALESCE(JSON_LENGTH(JSON_EXTRACT(f.draft, '$.scenes[*].steps[*].id')), 0) AS steps,
              m.name AS updated_by, p.due_at AS scheduled_at, pm.name AS scheduled_by,
              (SELECT GROUP_CONCAT(s.name ORDER BY s.id SEPARATOR '\n') FROM sites s WHERE s.flow_id = f.id) AS sites
       FROM flows f
       LEFT JOIN editions e ON e.id = f.edition_id
       LEFT JOIN members m ON m.id = f.updated_by
       LEFT JOIN scheduled_publishes p ON p.flow_id = f.id
       LEFT JOIN members pm ON pm.id = p.member_id
       WHERE f.workspace_id = :workspace AND f.removed_at IS NULL ${only.id === undefined ? '' : 'AND f.id = :id'}
       ORDER BY f.updated_at DESC, f.id DESC LIMIT 1000`,
      { replacements: { workspace, id: only.id }, type: QueryTypes.SELECT, transaction: only.transaction },
    ),
    ports.figures.byFlow(workspace),
    ports.sites.cued(workspace),
  ]);
  return rows.map(row => ({
    id: row.id,
    name: row.name,
    scenes: Number(row.scenes),
    steps: Number(row.steps),
    edition:
      row.edition_id !== null && row.number !== null && row.published_at
        ? { id: row.edition_id, number: row.number, publishedAt: row.published_at.toISOString() }
        : null,
    changes: row.changes,
    sites: [
      ...new Set([...(row.sites?.split('\n') ?? []), ...(row.edition_id === null ? [] : (cued.get(row.id) ?? []))]),
    ],
    conversations: conversations.get(row.id) ?? 0,
    updatedAt: row.updated_at.toISOString(),
    updatedBy: row.updated_by,
    scheduled: row.scheduled_at ? { at: row.scheduled_at.toISOString(), by: row.scheduled_by } : null,
  }));
}

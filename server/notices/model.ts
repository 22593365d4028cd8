import type { Notice } from '@kineta/contract';
import { QueryTypes } from 'sequelize';
import type { Directory } from '../account/model.ts';
import type { Database, Transaction } from '../database/connect.ts';

/** Keeps something that a flow tells members. */
export async function writeNotice(
  database: Database,
  row: { id: string; workspace_id: string; visitor_name: string },
  told: { team: string | null; text: string },
  directory: Directory,
  at: Date,
  transaction: Transaction,
): Promise<Notice> {
  const team = [...directory.teams.values()].find(known => known.name === told.team)?.id ?? null;
  const text = told.text.slice(0, 1_000);
  const [id] = await database.query(
    `INSERT INTO notices (workspace_id, conversation_id, team_id, text, at)
     VALUES (:workspace, :conversation, :team, :text, :at)`,
    {
      replacements: { workspace: row.workspace_id, conversation: row.id, team, text, at },
      type: QueryTypes.INSERT,
      transaction,
    },
  );
  return { id: String(id), conversation: row.id, visitor: row.visitor_name, team, text, at: at.toISOString() };
}

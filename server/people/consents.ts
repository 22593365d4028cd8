import type { Act } from '@kineta/core';
import type { Database, Transaction } from '../database/connect.ts';

/** An order to record what was agreed to, or that it was taken back. */
export type ConsentAct = Extract<Act, { act: 'record consent' | 'withdraw consent' }>;

/**
 * Keeps what a visitor agreed to, or did not, in the exact words that were shown; a withdrawal closes what was given
 * before and deletes nothing, as it has to be shown later what held when.
 */
export async function keepConsents(
  database: Database,
  row: { workspace_id: string; visitor_id: string; id: string },
  acts: readonly ConsentAct[],
  at: Date,
  transaction: Transaction,
): Promise<void> {
  const place = { workspace: row.workspace_id, visitor: row.visitor_id, conversation: row.id, at };
  for (const act of acts) {
    // A new answer replaces the one before it, so that at most one holds for a purpose.
    await database.query(
      `UPDATE consents SET withdrawn_at = :at
       WHERE visitor_id = :visitor AND workspace_id = :workspace AND purpose = :purpose AND withdrawn_at IS NULL`,
      { replacements: { ...place, purpose: act.purpose }, transaction },
    );
    if (act.act === 'record consent')
      await database.query(
        `INSERT INTO consents (workspace_id, visitor_id, conversation_id, purpose, given, wording, policy, at)
         VALUES (:workspace, :visitor, :conversation, :purpose, :given, :wording, :policy, :at)`,
        {
          replacements: {
            ...place,
            purpose: act.purpose,
            given: act.given,
            wording: act.wording,
            policy: act.policy ?? null,
          },
          transaction,
        },
      );
  }
}

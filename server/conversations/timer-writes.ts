import type { Transaction } from '../database/connect.ts';
import { asRows, type Bound } from '../database/transaction.ts';

/** What becomes of a conversation’s timer in a transaction: there is one that falls due, or the one of a ticket, or any, is gone. */
type Change = { workspace: string; ticket: number; dueAt: Date } | { gone: number | 'whatever it is' };

const changes = new WeakMap<Transaction, Map<string, Change>>();

function change(transaction: Transaction, conversation: string, to: Change): void {
  const all = changes.get(transaction) ?? new Map<string, Change>();
  changes.set(transaction, all);
  all.set(conversation, to);
}

/** One timer a conversation: this one takes the place of the one before. Written with the rest of what the event comes to. */
export function setTimer(
  transaction: Transaction,
  { workspace, conversation, ticket, dueAt }: { workspace: string; conversation: string; ticket: number; dueAt: Date },
): void {
  change(transaction, conversation, { workspace, ticket, dueAt });
}

/** Nothing is waited for any more. */
export function clearTimer(transaction: Transaction, conversation: string): void {
  change(transaction, conversation, { gone: 'whatever it is' });
}

/** The timer of this ticket has gone off; one that was set meanwhile stays. */
export function spendTimer(transaction: Transaction, conversation: string, ticket: number): void {
  change(transaction, conversation, { gone: ticket });
}

/** What is to be written for all of that: a statement of each kind, however many conversations there are. */
export function timerWrites(transaction: Transaction): Array<{ sql: string; values: Bound[] }> {
  const all = [...(changes.get(transaction) ?? [])];
  changes.delete(transaction);
  const set = all.flatMap(([id, to]): Bound[][] => ('dueAt' in to ? [[id, to.workspace, to.ticket, to.dueAt]] : []));
  const cleared = all.flatMap(([id, to]) => ('gone' in to && typeof to.gone !== 'number' ? [id] : []));
  const spent = all.flatMap(([id, to]): Bound[] => ('gone' in to && typeof to.gone === 'number' ? [id, to.gone] : []));
  const writes: Array<{ sql: string; values: Bound[] }> = [];
  if (set.length > 0) {
    const { marks, values } = asRows(set);
    const sql = `INSERT INTO timers (conversation_id, workspace_id, ticket, due_at) VALUES ${marks}
      ON DUPLICATE KEY UPDATE ticket = VALUES(ticket), due_at = VALUES(due_at), tries = 0`;
    writes.push({ sql, values });
  }
  if (cleared.length > 0)
    writes.push({
      sql: `DELETE FROM timers WHERE conversation_id IN (${cleared.map(() => '?').join(', ')})`,
      values: cleared,
    });
  if (spent.length > 0) {
    const each = Array.from({ length: spent.length / 2 }, () => 'SELECT ? AS conversation, ? AS ticket').join(
      ' UNION ALL ',
    );
    const sql = `DELETE t FROM timers t JOIN (${each}) spent
      ON spent.conversation = t.conversation_id AND spent.ticket = t.ticket`;
    writes.push({ sql, values: spent });
  }
  return writes;
}

import type { SavedEdits } from '@kineta/contract';
import { applyAll, difference, type Edit, Flow, placeWords } from '@kineta/core';
import { QueryTypes } from 'sequelize';
import type { SignedIn } from '../account/session.ts';
import type { Database, Transaction } from '../database/connect.ts';
import { notFound, ProblemError } from '../http/problem.ts';
import { type FlowRow, selectFlows } from './model.ts';

/** How many saves back the edits of a draft are kept; a page that was away for longer reads the draft anew. */
const KEPT = 5_000;
/** Older ones are cleared away every so many saves. */
const CLEARED_EVERY = 200;

interface SavedRow {
  revision: number;
  batch: string;
  writer: string;
  by: string | null;
  edits: Edit[];
  refused: number[];
}

const told = ({ revision, by, writer, edits }: SavedRow): SavedEdits => ({
  revision,
  by: by ?? 'Somebody',
  writer,
  edits,
});

export function changedSince(row: FlowRow): ProblemError {
  const by = row.updated_by ?? 'Somebody';
  return new ProblemError('draft_changed', `${by} changed this draft in the meantime. Look at it once more, please.`, {
    changed: { by, revision: row.revision },
  });
}

/** What a save of edits came to. */
export interface Saved {
  revision: number;
  savedAt: string;
  changes: number;
  refused: number[];
  missed: SavedEdits[];
}

/**
 * The drafts that are written, by any number of writers. The server puts everybody's edits in one order, each on top
 * of what was saved before it; an edit that meets something else at its place is refused, and its writer settles it.
 */
export class Drafts {
  private readonly database: Database;

  constructor(database: Database) {
    this.database = database;
  }

  /**
   * Saves edits. The same batch again changes nothing, and is answered as it was.
   * @throws {ProblemError} `draft_changed` when the writer was away for so long that what was missed is not kept any
   * more; `wrong_edit` when the flow would not be one
   */
  async save(
    me: SignedIn,
    id: string,
    wish: { revision: number; batch: string; writer: string; edits: readonly Edit[] },
  ): Promise<Saved & { made: Edit[] }> {
    return this.database.transaction(async transaction => {
      const row = await this.lock(me, id, transaction);
      const since = await this.since(me, id, wish.revision, transaction);
      if (since.length !== row.revision - wish.revision) throw changedSince(row);
      const savedAt = new Date().toISOString();
      const again = since.find(({ batch }) => batch === wish.batch);
      if (again)
        return {
          revision: again.revision,
          savedAt,
          changes: row.changes,
          refused: again.refused,
          missed: since.filter(({ revision }) => revision < again.revision).map(told),
          made: [],
        };
      const { flow, clashed } = applyAll(row.draft, wish.edits);
      const made = wish.edits.filter((_, index) => !clashed.includes(index));
      const missed = since.map(told);
      if (made.length === 0)
        return { revision: row.revision, savedAt, changes: row.changes, refused: [...clashed], missed, made };
      const whole = Flow.safeParse(flow);
      if (!whole.success) {
        const [issue] = whole.error.issues;
        throw new ProblemError('wrong_edit', `${issue!.message} (${placeWords(issue!.path)})`);
      }
      const changes = await this.write(me, row, flow, transaction);
      const revision = row.revision + 1;
      await this.database.query(
        `INSERT INTO draft_edits (flow_id, revision, workspace_id, member_id, writer, batch, edits, refused, saved_at)
         VALUES (:id, :revision, :workspace, :me, :writer, :batch, :edits, :refused, UTC_TIMESTAMP(3))`,
        {
          replacements: {
            id,
            revision,
            workspace: me.workspace,
            me: me.id,
            writer: wish.writer,
            batch: wish.batch,
            edits: JSON.stringify(made),
            refused: JSON.stringify(clashed),
          },
          transaction,
        },
      );
      if (revision % CLEARED_EVERY === 0)
        await this.database.query('DELETE FROM draft_edits WHERE flow_id = :id AND revision <= :last', {
          replacements: { id, last: revision - KEPT },
          transaction,
        });
      return { revision, savedAt, changes, refused: [...clashed], missed, made };
    });
  }

  /** What was saved since a revision. @throws {ProblemError} as {@link save} does */
  async edits(me: SignedIn, id: string, after: number): Promise<SavedEdits[]> {
    return this.database.transaction(async transaction => {
      const [row] = await selectFlows(this.database, me.workspace, { id, transaction });
      if (!row) throw notFound('flow');
      const since = await this.since(me, id, after, transaction);
      if (since.length < row.revision - after) throw changedSince(row);
      return since.map(told);
    });
  }

  /** Reads a flow, and holds it until the transaction is over. */
  async lock(me: SignedIn, id: string, transaction: Transaction): Promise<FlowRow> {
    await this.database.query('SELECT id FROM flows WHERE id = :id AND workspace_id = :workspace FOR UPDATE', {
      replacements: { id, workspace: me.workspace },
      type: QueryTypes.SELECT,
      transaction,
    });
    const [row] = await selectFlows(this.database, me.workspace, { id, transaction });
    if (!row) throw notFound('flow');
    return row;
  }

  private since(me: SignedIn, id: string, after: number, transaction: Transaction): Promise<SavedRow[]> {
    return this.database.query<SavedRow>(
      `SELECT d.revision, d.batch, d.writer, m.name AS \`by\`, d.edits, d.refused
       FROM draft_edits d LEFT JOIN members m ON m.id = d.member_id
       WHERE d.flow_id = :id AND d.revision > :after AND d.workspace_id = :workspace ORDER BY d.revision`,
      { replacements: { id, after, workspace: me.workspace }, type: QueryTypes.SELECT, transaction },
    );
  }

  /** @returns in how many places the draft now differs from the edition that is live */
  private async write(me: SignedIn, row: FlowRow, draft: Flow, transaction: Transaction): Promise<number> {
    const [edition] =
      row.edition_id === null
        ? []
        : await this.database.query<{ content: Flow }>('SELECT content FROM editions WHERE id = :id', {
            replacements: { id: row.edition_id },
            type: QueryTypes.SELECT,
            transaction,
          });
    const changes = edition ? difference(edition.content, draft).length : 0;
    await this.database.query(
      `UPDATE flows SET name = :name, draft = :draft, revision = revision + 1, changes = :changes,
              updated_at = UTC_TIMESTAMP(3), updated_by = :me WHERE id = :id`,
      {
        replacements: { id: row.id, name: draft.name, draft: JSON.stringify(draft), changes, me: me.id },
        transaction,
      },
    );
    return changes;
  }
}

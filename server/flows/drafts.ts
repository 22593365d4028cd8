import type { SavedEdits } from '@kineta/contract';
import { applyAll, difference, type Edit, Flow, placeWords } from '@kineta/core';
import type { Transaction } from '../database/connect.ts';
import type { Row } from '../database/table.ts';
import type { House } from '../house/house.ts';
import type { Directory, SignedIn } from '../house/ports.ts';
import { notFound, ProblemError } from '../http/problem.ts';
import { draftEdits, editions, flows } from './model.ts';

/** How many saves back the edits of a draft are kept; a page that was away for longer reads the draft anew. */
const KEPT = 5_000;
/** Older ones are cleared away every so many saves. */
const CLEARED_EVERY = 200;

export type FlowRow = Row<typeof flows.columns>;
type SavedRow = Row<typeof draftEdits.columns>;

const nameOf = ({ members }: Directory, member: string | null): string =>
  (member === null ? undefined : members.get(member)?.name) ?? 'Somebody';

function told({ revision, memberId, writer, edits }: SavedRow, directory: Directory): SavedEdits {
  return { revision, by: nameOf(directory, memberId), writer, edits };
}

export function changedSince(row: FlowRow, directory: Directory): ProblemError {
  const by = nameOf(directory, row.updatedBy);
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
  private readonly house: House;

  constructor(house: House) {
    this.house = house;
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
    const directory = await this.house.ports.directories.of(me.workspace);
    return this.house.database.transaction(async transaction => {
      const row = await this.lock(me, id, transaction);
      const since = await this.since(me, id, wish.revision, transaction);
      if (since.length !== row.revision - wish.revision) throw changedSince(row, directory);
      const savedAt = new Date();
      const now = savedAt.toISOString();
      const again = since.find(({ batch }) => batch === wish.batch);
      if (again)
        return {
          revision: again.revision,
          savedAt: now,
          changes: row.changes,
          refused: again.refused,
          missed: since.filter(({ revision }) => revision < again.revision).map(saved => told(saved, directory)),
          made: [],
        };
      const { flow, clashed } = applyAll(row.draft, wish.edits);
      const made = wish.edits.filter((_, index) => !clashed.includes(index));
      const missed = since.map(saved => told(saved, directory));
      const refused = [...clashed];
      if (made.length === 0)
        return { revision: row.revision, savedAt: now, changes: row.changes, refused, missed, made };
      const whole = Flow.safeParse(flow);
      if (!whole.success) {
        const [issue] = whole.error.issues;
        throw new ProblemError('wrong_edit', `${issue!.message} (${placeWords(issue!.path)})`);
      }
      const changes = await this.write(me, row, flow, savedAt, transaction);
      const revision = row.revision + 1;
      const { writer, batch } = wish;
      const rows = this.house.tables.in(me.workspace).of(draftEdits);
      await rows.add(
        { flowId: id, revision, memberId: me.id, writer, batch, edits: made, refused, savedAt },
        { transaction },
      );
      if (revision % CLEARED_EVERY === 0)
        await rows.remove({ flowId: id, revision: { upTo: revision - KEPT } }, { transaction });
      return { revision, savedAt: now, changes, refused, missed, made };
    });
  }

  /** What was saved since a revision. @throws {ProblemError} as {@link save} does */
  async edits(me: SignedIn, id: string, after: number): Promise<SavedEdits[]> {
    const directory = await this.house.ports.directories.of(me.workspace);
    return this.house.database.transaction(async transaction => {
      const row = await this.row(me, id, { transaction });
      const since = await this.since(me, id, after, transaction);
      if (since.length < row.revision - after) throw changedSince(row, directory);
      return since.map(saved => told(saved, directory));
    });
  }

  /** Reads a flow, and holds it until the transaction is over. */
  lock(me: SignedIn, id: string, transaction: Transaction): Promise<FlowRow> {
    return this.row(me, id, { transaction, lock: true });
  }

  private async row(me: SignedIn, id: string, within: { transaction: Transaction; lock?: true }): Promise<FlowRow> {
    const row = await this.house.tables.in(me.workspace).of(flows).one({ id, removedAt: null }, within);
    if (!row) throw notFound('flow');
    return row;
  }

  private since(me: SignedIn, id: string, after: number, transaction: Transaction): Promise<SavedRow[]> {
    return this.house.tables
      .in(me.workspace)
      .of(draftEdits)
      .all({ flowId: id, revision: { after } }, { by: 'revision', most: KEPT + CLEARED_EVERY, transaction });
  }

  /** @returns in how many places the draft now differs from the edition that is live */
  private async write(me: SignedIn, row: FlowRow, draft: Flow, at: Date, transaction: Transaction): Promise<number> {
    const rows = this.house.tables.in(me.workspace);
    const edition =
      row.editionId === null ? undefined : await rows.of(editions).one({ id: row.editionId }, { transaction });
    const changes = edition ? difference(edition.content, draft).length : 0;
    const { name } = draft;
    await rows
      .of(flows)
      .change(
        { name, draft, revision: row.revision + 1, changes, updatedAt: at, updatedBy: me.id },
        { id: row.id },
        { transaction },
      );
    return changes;
  }
}

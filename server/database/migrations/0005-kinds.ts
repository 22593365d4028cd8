import { QueryTypes } from 'sequelize';
import type { Database } from '../connect.ts';
import type { Migration } from '../migration.ts';

interface OldStep {
  kind: string;
  to?: { value: unknown } | { formula: string };
  picture?: unknown;
  [key: string]: unknown;
}
interface OldFlow {
  scenes: Array<{ steps: OldStep[] }>;
}

/** A flow as it was written before “set” and “work out” were two kinds, and lines could have several pictures. */
export function asKindsAreNow<F extends OldFlow>(flow: F): F {
  const scenes = flow.scenes.map(scene => ({
    ...scene,
    steps: scene.steps.map((step): OldStep => {
      if (step.kind === 'set' && step.to) {
        const { to, ...rest } = step;
        return 'formula' in to ? { ...rest, kind: 'work out', formula: to.formula } : { ...rest, value: to.value };
      }
      if (step.kind === 'say' && step.picture) {
        const { picture, ...rest } = step;
        return { ...rest, pictures: [picture] };
      }
      return step;
    }),
  }));
  return { ...flow, scenes };
}

const AT_ONCE = 50;

/** Writes the flows of a table as they are now, some at a time; those that are so already stay as they are. */
async function rewrite(database: Database, table: string, column: string): Promise<void> {
  for (let last = '0'; ; ) {
    const rows = await database.query<{ id: string; flow: OldFlow }>(
      `SELECT id, ${column} AS flow FROM ${table} WHERE id > :last ORDER BY id LIMIT ${AT_ONCE}`,
      { replacements: { last }, type: QueryTypes.SELECT },
    );
    for (const { id, flow } of rows)
      await database.query(`UPDATE ${table} SET ${column} = :flow WHERE id = :id`, {
        replacements: { id, flow: JSON.stringify(asKindsAreNow(flow)) },
      });
    if (rows.length < AT_ONCE) return;
    last = rows.at(-1)!.id;
  }
}

/** Drafts and editions with their kinds of steps as they are now; conversations that are under way go on with them. */
export const kinds: Migration = {
  name: '0005-kinds',
  steps: [database => rewrite(database, 'flows', 'draft'), database => rewrite(database, 'editions', 'content')],
};

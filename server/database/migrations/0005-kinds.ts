import { type QueryInterface, QueryTypes } from 'sequelize';

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

/** Writes drafts and editions as their kinds of steps are now; conversations that are under way go on with them. */
export const kinds = {
  name: '0005-kinds',
  async up({ context }: { context: QueryInterface }): Promise<void> {
    const { sequelize } = context;
    for (const [table, column] of [
      ['flows', 'draft'],
      ['editions', 'content'],
    ]) {
      const rows = await sequelize.query<{ id: string; flow: OldFlow }>(`SELECT id, ${column} AS flow FROM ${table}`, {
        type: QueryTypes.SELECT,
      });
      for (const { id, flow } of rows)
        await sequelize.query(`UPDATE ${table} SET ${column} = :flow WHERE id = :id`, {
          replacements: { id, flow: JSON.stringify(asKindsAreNow(flow)) },
        });
    }
  },
};

import type { QueryInterface } from 'sequelize';

/** What conversations came to, for lists and reports. */
export const outcomes = {
  name: '0002-outcomes',
  async up({ context }: { context: QueryInterface }): Promise<void> {
    await context.sequelize.query(
      `ALTER TABLE conversations ADD COLUMN outcome VARCHAR(40) NULL AFTER preview,
         ADD KEY conversations_outcome (workspace_id, outcome, started_at)`,
    );
  },
};

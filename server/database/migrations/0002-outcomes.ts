import type { Migration } from '../migration.ts';

/** What conversations came to, for lists and reports. */
export const outcomes: Migration = {
  name: '0002-outcomes',
  steps: [
    `ALTER TABLE conversations ADD COLUMN outcome VARCHAR(40) NULL AFTER preview,
         ADD KEY conversations_outcome (workspace_id, outcome, started_at)`,
  ],
};

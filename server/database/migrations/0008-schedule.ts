import type { Migration } from '../migration.ts';

/** Versions of flows that are published at a time; at most one of each flow. */
export const schedule: Migration = {
  name: '0008-schedule',
  steps: [
    `CREATE TABLE scheduled_publishes (
      flow_id BIGINT UNSIGNED NOT NULL PRIMARY KEY,
      workspace_id BIGINT UNSIGNED NOT NULL,
      member_id BIGINT UNSIGNED NULL,
      content JSON NOT NULL,
      sites JSON NOT NULL,
      sentence VARCHAR(300) NOT NULL,
      despite VARCHAR(300) NULL,
      due_at DATETIME(3) NOT NULL,
      KEY scheduled_publishes_due (due_at),
      FOREIGN KEY (workspace_id) REFERENCES workspaces (id),
      FOREIGN KEY (flow_id) REFERENCES flows (id) ON DELETE CASCADE,
      FOREIGN KEY (member_id) REFERENCES members (id) ON DELETE SET NULL
    )`,
  ],
};

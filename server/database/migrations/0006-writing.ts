import type { Migration } from '../migration.ts';

/** The edits of drafts, in the order in which they were saved, so that several can write at once. */
export const writing: Migration = {
  name: '0006-writing',
  steps: [
    `CREATE TABLE draft_edits (
      flow_id BIGINT UNSIGNED NOT NULL,
      revision INT UNSIGNED NOT NULL,
      workspace_id BIGINT UNSIGNED NOT NULL,
      member_id BIGINT UNSIGNED NULL,
      writer VARCHAR(40) NOT NULL,
      batch VARCHAR(40) NOT NULL,
      edits JSON NOT NULL,
      refused JSON NOT NULL,
      saved_at DATETIME(3) NOT NULL,
      PRIMARY KEY (flow_id, revision),
      FOREIGN KEY (flow_id) REFERENCES flows (id) ON DELETE CASCADE,
      FOREIGN KEY (member_id) REFERENCES members (id) ON DELETE SET NULL
    )`,
  ],
};

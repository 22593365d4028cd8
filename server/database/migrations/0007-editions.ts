import type { Migration } from '../migration.ts';

/** What an edition’s publisher said of it, and the run-throughs that are kept with a flow. */
export const editions: Migration = {
  name: '0007-editions',
  steps: [
    `ALTER TABLE editions ADD COLUMN sentence VARCHAR(300) NOT NULL DEFAULT '', ADD COLUMN despite VARCHAR(300) NULL`,
    `CREATE TABLE run_throughs (
      id BIGINT UNSIGNED NOT NULL AUTO_INCREMENT PRIMARY KEY,
      workspace_id BIGINT UNSIGNED NOT NULL,
      flow_id BIGINT UNSIGNED NOT NULL,
      run JSON NOT NULL,
      changed_at DATETIME(3) NOT NULL,
      KEY run_throughs_flow (flow_id, id),
      FOREIGN KEY (workspace_id) REFERENCES workspaces (id),
      FOREIGN KEY (flow_id) REFERENCES flows (id) ON DELETE CASCADE
    )`,
  ],
};

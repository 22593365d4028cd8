import type { Migration } from '../migration.ts';

const steps: Migration['steps'] = [
  `CREATE TABLE IF NOT EXISTS test_notices (
    id BIGINT UNSIGNED NOT NULL AUTO_INCREMENT PRIMARY KEY,
    workspace_id BIGINT UNSIGNED NOT NULL,
    at DATETIME(3) NOT NULL,
    arrived_at DATETIME(3) NULL,
    KEY test_notices_newest (workspace_id, at),
    KEY test_notices_old (at),
    FOREIGN KEY (workspace_id) REFERENCES workspaces (id) ON DELETE CASCADE
  )`,
];

/** Notices that were sent to try whether they arrive. */
export const testNotices: Migration = { name: '0022-notices', steps };

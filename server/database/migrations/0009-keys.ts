import type { Migration } from '../migration.ts';

/** The keys that services ask for, sealed; one a host. */
export const keys: Migration = {
  name: '0009-keys',
  steps: [
    `CREATE TABLE service_keys (
      workspace_id BIGINT UNSIGNED NOT NULL,
      host VARCHAR(253) NOT NULL,
      header VARCHAR(60) NOT NULL,
      sealed VARBINARY(4096) NOT NULL,
      set_at DATETIME(3) NOT NULL,
      PRIMARY KEY (workspace_id, host),
      FOREIGN KEY (workspace_id) REFERENCES workspaces (id)
    )`,
  ],
};

import type { Migration } from '../migration.ts';

const steps: Migration['steps'] = [
  `CREATE TABLE IF NOT EXISTS own_lists (
    id BIGINT UNSIGNED NOT NULL AUTO_INCREMENT PRIMARY KEY,
    workspace_id BIGINT UNSIGNED NOT NULL,
    member_id BIGINT UNSIGNED NOT NULL,
    name VARCHAR(40) NOT NULL,
    filter LONGTEXT NOT NULL CHECK (JSON_VALID(filter)),
    created_at DATETIME(3) NOT NULL,
    UNIQUE KEY own_lists_name (member_id, name),
    FOREIGN KEY (workspace_id) REFERENCES workspaces (id) ON DELETE CASCADE,
    FOREIGN KEY (member_id) REFERENCES members (id) ON DELETE CASCADE
  )`,
];

/** The lists of the inbox that members keep for themselves. */
export const ownLists: Migration = { name: '0032-own-lists', steps };

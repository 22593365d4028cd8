import type { Migration } from '../migration.ts';

const steps: Migration['steps'] = [
  `CREATE TABLE IF NOT EXISTS phrases (
    id BIGINT UNSIGNED NOT NULL AUTO_INCREMENT PRIMARY KEY,
    workspace_id BIGINT UNSIGNED NOT NULL,
    member_id BIGINT UNSIGNED NULL,
    shortcut VARCHAR(30) NOT NULL,
    text VARCHAR(4000) NOT NULL,
    draft TINYINT(1) NOT NULL DEFAULT 0,
    used INT UNSIGNED NOT NULL DEFAULT 0,
    KEY phrases_of (workspace_id, member_id, shortcut),
    FOREIGN KEY (workspace_id) REFERENCES workspaces (id) ON DELETE CASCADE,
    FOREIGN KEY (member_id) REFERENCES members (id) ON DELETE CASCADE
  )`,
];

/** The phrasebook: what members write again and again. */
export const phrases: Migration = { name: '0034-phrases', steps };

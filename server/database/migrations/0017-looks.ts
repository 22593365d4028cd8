import type { Migration } from '../migration.ts';

const steps: Migration['steps'] = [
  `ALTER TABLE sites
    ADD COLUMN IF NOT EXISTS look LONGTEXT NULL CHECK (JSON_VALID(look)),
    ADD COLUMN IF NOT EXISTS look_number INT NOT NULL DEFAULT 0`,
  `ALTER TABLE members ADD COLUMN IF NOT EXISTS picture VARCHAR(40) NULL`,
  `CREATE TABLE IF NOT EXISTS looks (
    id BIGINT UNSIGNED NOT NULL AUTO_INCREMENT PRIMARY KEY,
    workspace_id BIGINT UNSIGNED NOT NULL,
    name VARCHAR(60) NOT NULL,
    look LONGTEXT NOT NULL CHECK (JSON_VALID(look)),
    kept_at DATETIME(3) NOT NULL,
    UNIQUE KEY looks_name (workspace_id, name),
    FOREIGN KEY (workspace_id) REFERENCES workspaces (id) ON DELETE CASCADE
  )`,
];

/** How the chat looks on a site, looks kept under a name, and members’ pictures. */
export const looks: Migration = { name: '0017-looks', steps };

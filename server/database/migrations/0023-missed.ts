import type { Migration } from '../migration.ts';

const steps: Migration['steps'] = [
  `CREATE TABLE IF NOT EXISTS missed (
    conversation_id BIGINT UNSIGNED NOT NULL,
    number INT NOT NULL,
    workspace_id BIGINT UNSIGNED NOT NULL,
    code VARCHAR(30) NOT NULL,
    at DATETIME(3) NOT NULL,
    PRIMARY KEY (conversation_id, number),
    KEY missed_newest (workspace_id, at),
    KEY missed_old (at),
    FOREIGN KEY (conversation_id) REFERENCES conversations (id) ON DELETE CASCADE
  )`,
];

/** What visitors said in vain, and who waited for nobody. */
export const missed: Migration = { name: '0023-missed', steps };

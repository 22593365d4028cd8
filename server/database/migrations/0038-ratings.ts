import type { Migration } from '../migration.ts';

const steps: Migration['steps'] = [
  `CREATE TABLE IF NOT EXISTS ratings (
    conversation_id BIGINT UNSIGNED NOT NULL PRIMARY KEY,
    workspace_id BIGINT UNSIGNED NOT NULL,
    member_id BIGINT UNSIGNED NULL,
    team_id BIGINT UNSIGNED NULL,
    flow_id BIGINT UNSIGNED NULL,
    rating ENUM('good', 'middling', 'bad') NOT NULL,
    comment VARCHAR(1000) NULL,
    at DATETIME(3) NOT NULL,
    KEY ratings_of (workspace_id, at),
    FOREIGN KEY (conversation_id) REFERENCES conversations (id) ON DELETE CASCADE
  )`,
];

/** What visitors said of how it went. */
export const ratings: Migration = { name: '0038-ratings', steps };

import type { Migration } from '../migration.ts';

const steps: Migration['steps'] = [
  `CREATE TABLE IF NOT EXISTS unseen_answers (
    conversation_id BIGINT UNSIGNED NOT NULL PRIMARY KEY,
    workspace_id BIGINT UNSIGNED NOT NULL,
    number INT UNSIGNED NOT NULL,
    since DATETIME(3) NOT NULL,
    due_at DATETIME(3) NOT NULL,
    KEY unseen_answers_due (due_at),
    FOREIGN KEY (conversation_id) REFERENCES conversations (id) ON DELETE CASCADE
  )`,
];

/** Answers to visitors who had left, which go by email when they do not come back. */
export const away: Migration = { name: '0035-away', steps };

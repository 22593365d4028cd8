import type { Migration } from '../migration.ts';

const steps: Migration['steps'] = [
  `CREATE TABLE IF NOT EXISTS reached (
    conversation_id BIGINT UNSIGNED NOT NULL PRIMARY KEY,
    workspace_id BIGINT UNSIGNED NOT NULL,
    has INT UNSIGNED NOT NULL,
    seen INT UNSIGNED NOT NULL,
    FOREIGN KEY (workspace_id) REFERENCES workspaces (id) ON DELETE CASCADE,
    FOREIGN KEY (conversation_id) REFERENCES conversations (id) ON DELETE CASCADE
  )`,
];

/** Up to which entry a visitor’s browser has a conversation, and up to which it was before their eyes. */
export const reached: Migration = { name: '0043-reached', steps };

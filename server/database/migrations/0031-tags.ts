import type { Migration } from '../migration.ts';

const steps: Migration['steps'] = [
  `CREATE TABLE IF NOT EXISTS tags (
    id BIGINT UNSIGNED NOT NULL AUTO_INCREMENT PRIMARY KEY,
    workspace_id BIGINT UNSIGNED NOT NULL,
    name VARCHAR(40) NOT NULL,
    means VARCHAR(20) NULL,
    UNIQUE KEY tags_name (workspace_id, name),
    FOREIGN KEY (workspace_id) REFERENCES workspaces (id) ON DELETE CASCADE
  )`,
  // Those that ship, for the workspaces that there are.
  `INSERT IGNORE INTO tags (workspace_id, name, means)
   SELECT w.id, t.name, t.means FROM workspaces w JOIN (
     SELECT 'Question' AS name, NULL AS means UNION SELECT 'Complaint', NULL UNION SELECT 'Praise', NULL
     UNION SELECT 'Call back', NULL UNION SELECT 'Bill', NULL UNION SELECT 'Spam', 'spam'
   ) t`,
  `CREATE TABLE IF NOT EXISTS conversation_tags (
    conversation_id BIGINT UNSIGNED NOT NULL,
    tag_id BIGINT UNSIGNED NOT NULL,
    workspace_id BIGINT UNSIGNED NOT NULL,
    at DATETIME(3) NOT NULL,
    PRIMARY KEY (conversation_id, tag_id),
    KEY conversation_tags_tag (tag_id, conversation_id),
    FOREIGN KEY (conversation_id) REFERENCES conversations (id) ON DELETE CASCADE,
    FOREIGN KEY (tag_id) REFERENCES tags (id) ON DELETE CASCADE
  )`,
  // Who is urgent stands in line as if they had come so much earlier: before most, and never before everybody for ever.
  `ALTER TABLE conversations
    ADD COLUMN IF NOT EXISTS tags LONGTEXT NOT NULL DEFAULT '[]' CHECK (JSON_VALID(tags)),
    ADD COLUMN IF NOT EXISTS urgent TINYINT(1) NOT NULL DEFAULT 0`,
  `ALTER TABLE conversations
    ADD COLUMN IF NOT EXISTS line_at DATETIME(3) AS (waiting_since - INTERVAL (urgent * 600) SECOND) VIRTUAL`,
  'ALTER TABLE conversations ADD KEY conversations_line (workspace_id, holder, line_at, id)',
];

/** Tags of conversations, and who is urgent. */
export const tags: Migration = { name: '0031-tags', steps };

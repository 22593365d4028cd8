import type { Migration } from '../migration.ts';

const steps: Migration['steps'] = [
  'ALTER TABLE workspaces ADD COLUMN IF NOT EXISTS sure JSON NULL CHECK (JSON_VALID(sure))',
  `CREATE TABLE IF NOT EXISTS asked_questions (
    conversation_id BIGINT UNSIGNED NOT NULL,
    number INT UNSIGNED NOT NULL,
    workspace_id BIGINT UNSIGNED NOT NULL,
    asked VARCHAR(300) NOT NULL,
    did VARCHAR(20) CHARACTER SET ascii NOT NULL,
    article_id BIGINT UNSIGNED NULL,
    confidence DOUBLE NOT NULL DEFAULT 0,
    helped BOOLEAN NULL,
    settled_at DATETIME(3) NULL,
    at DATETIME(3) NOT NULL,
    PRIMARY KEY (conversation_id, number),
    KEY asked_questions_workspace (workspace_id, at),
    KEY asked_questions_at (at),
    FOREIGN KEY (workspace_id) REFERENCES workspaces (id) ON DELETE CASCADE,
    FOREIGN KEY (conversation_id) REFERENCES conversations (id) ON DELETE CASCADE
  )`,
  `CREATE TABLE IF NOT EXISTS question_examples (
    id BIGINT UNSIGNED NOT NULL AUTO_INCREMENT PRIMARY KEY,
    workspace_id BIGINT UNSIGNED NOT NULL,
    asked VARCHAR(500) NOT NULL,
    asked_before JSON NOT NULL CHECK (JSON_VALID(asked_before)),
    article_id BIGINT UNSIGNED NULL,
    created_at DATETIME(3) NOT NULL,
    KEY question_examples_workspace (workspace_id, id),
    FOREIGN KEY (workspace_id) REFERENCES workspaces (id) ON DELETE CASCADE,
    FOREIGN KEY (article_id) REFERENCES articles (id) ON DELETE CASCADE
  )`,
];

/** What visitors asked and what came of it, what is right for what is asked, and from how sure on it is said. */
export const asked: Migration = { name: '0048-asked', steps };

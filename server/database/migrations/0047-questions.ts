import type { Migration } from '../migration.ts';

const steps: Migration['steps'] = [
  'ALTER TABLE workspaces ADD COLUMN IF NOT EXISTS articles_number INT UNSIGNED NOT NULL DEFAULT 0',
  `CREATE TABLE IF NOT EXISTS articles (
    id BIGINT UNSIGNED NOT NULL AUTO_INCREMENT PRIMARY KEY,
    workspace_id BIGINT UNSIGNED NOT NULL,
    written JSON NOT NULL CHECK (JSON_VALID(written)),
    place INT UNSIGNED NOT NULL DEFAULT 0,
    number INT UNSIGNED NOT NULL DEFAULT 1,
    used INT UNSIGNED NOT NULL DEFAULT 0,
    removed_at DATETIME(3) NULL,
    KEY articles_workspace (workspace_id, removed_at),
    KEY articles_removed (removed_at),
    FOREIGN KEY (workspace_id) REFERENCES workspaces (id) ON DELETE CASCADE
  )`,
  `CREATE TABLE IF NOT EXISTS article_versions (
    article_id BIGINT UNSIGNED NOT NULL,
    number INT UNSIGNED NOT NULL,
    workspace_id BIGINT UNSIGNED NOT NULL,
    written JSON NOT NULL CHECK (JSON_VALID(written)),
    member_id BIGINT UNSIGNED NULL,
    at DATETIME(3) NOT NULL,
    PRIMARY KEY (article_id, number),
    KEY article_versions_at (at),
    KEY article_versions_workspace (workspace_id),
    FOREIGN KEY (workspace_id) REFERENCES workspaces (id) ON DELETE CASCADE,
    FOREIGN KEY (article_id) REFERENCES articles (id) ON DELETE CASCADE
  )`,
  `CREATE TABLE IF NOT EXISTS meanings (
    workspace_id BIGINT UNSIGNED NOT NULL,
    text_hash CHAR(64) CHARACTER SET ascii NOT NULL,
    amounts VARBINARY(512) NOT NULL,
    at DATETIME(3) NOT NULL,
    PRIMARY KEY (workspace_id, text_hash),
    KEY meanings_at (at),
    FOREIGN KEY (workspace_id) REFERENCES workspaces (id) ON DELETE CASCADE
  )`,
];

/** What questions are answered by, how it was written before, and what its texts mean. */
export const questions: Migration = { name: '0047-questions', steps };

import type { Migration } from '../migration.ts';

const steps: Migration['steps'] = [
  `ALTER TABLE conversations ADD COLUMN visit JSON NULL AFTER page`,
  `ALTER TABLE workspaces
     ADD COLUMN mail_from VARCHAR(320) NULL,
     ADD COLUMN allowed_hosts JSON NOT NULL DEFAULT '[]'`,
  // Business facts have types, so they are a list now; nothing could be written there before.
  `UPDATE workspaces SET business = '[]'`,
  `ALTER TABLE members ADD COLUMN notices_read BIGINT UNSIGNED NOT NULL DEFAULT 0`,
  `CREATE TABLE timers (
    conversation_id BIGINT UNSIGNED NOT NULL PRIMARY KEY,
    workspace_id BIGINT UNSIGNED NOT NULL,
    ticket INT NOT NULL,
    due_at DATETIME(3) NOT NULL,
    KEY timers_due (due_at),
    FOREIGN KEY (conversation_id) REFERENCES conversations (id),
    FOREIGN KEY (workspace_id) REFERENCES workspaces (id)
  )`,
  `CREATE TABLE outbox (
    id BIGINT UNSIGNED NOT NULL AUTO_INCREMENT PRIMARY KEY,
    workspace_id BIGINT UNSIGNED NOT NULL,
    conversation_id BIGINT UNSIGNED NOT NULL,
    kind ENUM('mail', 'service') NOT NULL,
    payload JSON NOT NULL,
    tries INT NOT NULL DEFAULT 0,
    due_at DATETIME(3) NULL,
    settled ENUM('done', 'failed') NULL,
    why VARCHAR(500) NULL,
    created_at DATETIME(3) NOT NULL,
    KEY outbox_due (due_at),
    KEY outbox_conversation (conversation_id, id),
    FOREIGN KEY (conversation_id) REFERENCES conversations (id),
    FOREIGN KEY (workspace_id) REFERENCES workspaces (id)
  )`,
  `CREATE TABLE files (
    id CHAR(22) NOT NULL PRIMARY KEY,
    workspace_id BIGINT UNSIGNED NOT NULL,
    visitor_id BIGINT UNSIGNED NOT NULL,
    name VARCHAR(200) NOT NULL,
    type VARCHAR(100) NOT NULL,
    size INT UNSIGNED NOT NULL,
    created_at DATETIME(3) NOT NULL,
    KEY files_visitor (visitor_id, created_at),
    FOREIGN KEY (workspace_id) REFERENCES workspaces (id),
    FOREIGN KEY (visitor_id) REFERENCES visitors (id)
  )`,
  `CREATE TABLE file_parts (
    file_id CHAR(22) NOT NULL,
    number INT NOT NULL,
    content MEDIUMBLOB NOT NULL,
    PRIMARY KEY (file_id, number),
    FOREIGN KEY (file_id) REFERENCES files (id) ON DELETE CASCADE
  )`,
  `CREATE TABLE notices (
    id BIGINT UNSIGNED NOT NULL AUTO_INCREMENT PRIMARY KEY,
    workspace_id BIGINT UNSIGNED NOT NULL,
    conversation_id BIGINT UNSIGNED NOT NULL,
    team_id BIGINT UNSIGNED NULL,
    text VARCHAR(1000) NOT NULL,
    at DATETIME(3) NOT NULL,
    KEY notices_latest (workspace_id, id),
    FOREIGN KEY (conversation_id) REFERENCES conversations (id),
    FOREIGN KEY (workspace_id) REFERENCES workspaces (id)
  )`,
];

/** What steps order for later or for elsewhere: timers, mail and calls of services, files, notices; and how visits came about. */
export const clockwork: Migration = { name: '0004-clockwork', steps };

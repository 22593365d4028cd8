import type { Migration } from '../migration.ts';

const steps: Migration['steps'] = [
  `ALTER TABLE members
    ADD COLUMN IF NOT EXISTS languages LONGTEXT NOT NULL DEFAULT '[]' CHECK (JSON_VALID(languages)),
    ADD COLUMN IF NOT EXISTS resting_since DATETIME(3) NULL,
    ADD COLUMN IF NOT EXISTS seen_at DATETIME(3) NULL,
    ADD COLUMN IF NOT EXISTS factor VARBINARY(400) NULL,
    ADD COLUMN IF NOT EXISTS factor_since DATETIME(3) NULL,
    ADD COLUMN IF NOT EXISTS factor_step BIGINT NULL,
    ADD COLUMN IF NOT EXISTS recovery LONGTEXT NOT NULL DEFAULT '[]' CHECK (JSON_VALID(recovery))`,
  `ALTER TABLE sign_ins
    ADD COLUMN IF NOT EXISTS seen_at DATETIME(3) NULL,
    ADD COLUMN IF NOT EXISTS browser VARCHAR(200) NOT NULL DEFAULT '',
    ADD COLUMN IF NOT EXISTS address VARCHAR(64) NOT NULL DEFAULT ''`,
  `ALTER TABLE workspaces
    ADD COLUMN IF NOT EXISTS asks_second_factor TINYINT(1) NOT NULL DEFAULT 0,
    ADD COLUMN IF NOT EXISTS beginning LONGTEXT NULL CHECK (JSON_VALID(beginning)),
    ADD COLUMN IF NOT EXISTS put_away LONGTEXT NOT NULL DEFAULT '[]' CHECK (JSON_VALID(put_away))`,
  `CREATE TABLE IF NOT EXISTS invitations (
    id BIGINT UNSIGNED NOT NULL AUTO_INCREMENT PRIMARY KEY,
    workspace_id BIGINT UNSIGNED NOT NULL,
    token_hash VARCHAR(64) NOT NULL,
    email VARCHAR(254) NOT NULL,
    role ENUM('lead', 'agent') NOT NULL,
    teams LONGTEXT NOT NULL CHECK (JSON_VALID(teams)),
    invited_by VARCHAR(100) NOT NULL,
    created_at DATETIME(3) NOT NULL,
    expires_at DATETIME(3) NOT NULL,
    UNIQUE KEY invitations_token (token_hash),
    UNIQUE KEY invitations_email (workspace_id, email),
    KEY invitations_end (expires_at),
    FOREIGN KEY (workspace_id) REFERENCES workspaces (id) ON DELETE CASCADE
  )`,
  `CREATE TABLE IF NOT EXISTS password_links (
    token_hash VARCHAR(64) NOT NULL PRIMARY KEY,
    workspace_id BIGINT UNSIGNED NOT NULL,
    member_id BIGINT UNSIGNED NOT NULL,
    expires_at DATETIME(3) NOT NULL,
    KEY password_links_member (workspace_id, member_id),
    KEY password_links_end (expires_at),
    FOREIGN KEY (member_id) REFERENCES members (id) ON DELETE CASCADE
  )`,
];

/** Members join by invitation, rest, choose a new password, and have a second factor; what a business began with. */
export const joining: Migration = { name: '0015-joining', steps };

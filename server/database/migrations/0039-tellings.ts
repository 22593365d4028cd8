import type { Migration } from '../migration.ts';

/** What those who have begun before are told of: where they have the studio open, and nothing by email. */
const usual = (of: string) =>
  JSON.stringify({
    of,
    to: ['concerned'],
    channels: ['sound', 'push'],
    mailing: { after: 5 },
    onlyIf: null,
    transcript: false,
  });

const steps: Migration['steps'] = [
  `CREATE TABLE IF NOT EXISTS tellings (
    id BIGINT UNSIGNED NOT NULL AUTO_INCREMENT PRIMARY KEY,
    workspace_id BIGINT UNSIGNED NOT NULL,
    is_on TINYINT(1) NOT NULL DEFAULT 1,
    telling LONGTEXT NOT NULL CHECK (JSON_VALID(telling)),
    number INT UNSIGNED NOT NULL DEFAULT 0,
    KEY tellings_of (workspace_id),
    FOREIGN KEY (workspace_id) REFERENCES workspaces (id) ON DELETE CASCADE
  )`,
  `CREATE TABLE IF NOT EXISTS own_tellings (
    member_id BIGINT UNSIGNED NOT NULL PRIMARY KEY,
    workspace_id BIGINT UNSIGNED NOT NULL,
    own LONGTEXT NOT NULL CHECK (JSON_VALID(own)),
    KEY own_tellings_of (workspace_id),
    FOREIGN KEY (member_id) REFERENCES members (id) ON DELETE CASCADE
  )`,
  // Who is signed out somewhere is notified there no more.
  `CREATE TABLE IF NOT EXISTS push_places (
    id BIGINT UNSIGNED NOT NULL AUTO_INCREMENT PRIMARY KEY,
    workspace_id BIGINT UNSIGNED NOT NULL,
    member_id BIGINT UNSIGNED NOT NULL,
    session CHAR(64) NOT NULL,
    endpoint VARCHAR(1000) NOT NULL,
    endpoint_hash CHAR(64) NOT NULL,
    p256dh VARCHAR(100) NOT NULL,
    auth VARCHAR(30) NOT NULL,
    since DATETIME(3) NOT NULL,
    UNIQUE KEY push_places_endpoint (endpoint_hash),
    KEY push_places_member (member_id),
    FOREIGN KEY (session) REFERENCES sign_ins (token_hash) ON DELETE CASCADE
  )`,
  `CREATE TABLE IF NOT EXISTS push_keys (
    name VARCHAR(64) NOT NULL PRIMARY KEY,
    public_key VARCHAR(120) NOT NULL,
    sealed BLOB NOT NULL
  )`,
  `CREATE TABLE IF NOT EXISTS alerts (
    id BIGINT UNSIGNED NOT NULL AUTO_INCREMENT PRIMARY KEY,
    workspace_id BIGINT UNSIGNED NOT NULL,
    conversation_id BIGINT UNSIGNED NOT NULL,
    kind VARCHAR(20) NOT NULL,
    member_id BIGINT UNSIGNED NULL,
    standing VARCHAR(64) NULL,
    by_id BIGINT UNSIGNED NULL,
    text VARCHAR(1000) NOT NULL,
    at DATETIME(3) NOT NULL,
    over_by VARCHAR(100) NULL,
    UNIQUE KEY alerts_standing (standing),
    KEY alerts_conversation (conversation_id),
    KEY alerts_age (at),
    FOREIGN KEY (conversation_id) REFERENCES conversations (id) ON DELETE CASCADE
  )`,
  `CREATE TABLE IF NOT EXISTS alert_sendings (
    id BIGINT UNSIGNED NOT NULL AUTO_INCREMENT PRIMARY KEY,
    workspace_id BIGINT UNSIGNED NOT NULL,
    alert_id BIGINT UNSIGNED NOT NULL,
    channel ENUM('push', 'mail') NOT NULL,
    member_id BIGINT UNSIGNED NULL,
    address VARCHAR(254) NULL,
    transcript TINYINT(1) NOT NULL DEFAULT 0,
    due_at DATETIME(3) NULL,
    tries INT UNSIGNED NOT NULL DEFAULT 0,
    went ENUM('sent', 'seen', 'over', 'failed', 'taken back') NULL,
    went_at DATETIME(3) NULL,
    KEY alert_sendings_due (channel, due_at),
    KEY alert_sendings_went (workspace_id, channel, went_at),
    FOREIGN KEY (alert_id) REFERENCES alerts (id) ON DELETE CASCADE
  )`,
  ...['offered', 'wanted', 'assigned', 'wrote', 'mentioned', 'told'].map(
    of => `INSERT INTO tellings (workspace_id, telling) SELECT w.id, '${usual(of)}' FROM workspaces w
      WHERE NOT EXISTS (SELECT 1 FROM tellings t WHERE t.workspace_id = w.id AND JSON_VALUE(t.telling, '$.of') = '${of}')`,
  ),
];

/** Who is told of what, by which channels, and what became of it. */
export const tellings: Migration = { name: '0039-tellings', steps };

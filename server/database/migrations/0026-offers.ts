import type { Migration } from '../migration.ts';

const steps: Migration['steps'] = [
  'ALTER TABLE teams ADD COLUMN IF NOT EXISTS accepts_within INT NOT NULL DEFAULT 30',
  `CREATE TABLE IF NOT EXISTS queues (
    workspace_id BIGINT UNSIGNED NOT NULL,
    decided_at DATETIME(3) NULL,
    PRIMARY KEY (workspace_id),
    FOREIGN KEY (workspace_id) REFERENCES workspaces (id) ON DELETE CASCADE
  )`,
  `CREATE TABLE IF NOT EXISTS offers (
    conversation_id BIGINT UNSIGNED NOT NULL,
    workspace_id BIGINT UNSIGNED NOT NULL,
    member_id BIGINT UNSIGNED NULL,
    offered_at DATETIME(3) NOT NULL,
    until DATETIME(3) NOT NULL,
    since DATETIME(3) NOT NULL,
    let_by JSON NOT NULL,
    PRIMARY KEY (conversation_id),
    KEY offers_of (workspace_id, member_id, until),
    KEY offers_old (offered_at),
    FOREIGN KEY (conversation_id) REFERENCES conversations (id) ON DELETE CASCADE
  )`,
  `CREATE TABLE IF NOT EXISTS turns (
    conversation_id BIGINT UNSIGNED NOT NULL,
    number INT NOT NULL,
    workspace_id BIGINT UNSIGNED NOT NULL,
    team_id BIGINT UNSIGNED NULL,
    member_id BIGINT UNSIGNED NOT NULL,
    began_at DATETIME(3) NOT NULL,
    ended_at DATETIME(3) NULL,
    taken_in INT NULL,
    PRIMARY KEY (conversation_id, number),
    KEY turns_ended (workspace_id, team_id, ended_at),
    KEY turns_of (workspace_id, member_id, began_at),
    KEY turns_old (began_at),
    FOREIGN KEY (conversation_id) REFERENCES conversations (id) ON DELETE CASCADE
  )`,
];

/** To whom who waits is offered, and for how long people have them. */
export const offers: Migration = { name: '0026-offers', steps };

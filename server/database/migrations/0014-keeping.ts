import type { Migration } from '../migration.ts';

const steps: Migration['steps'] = [
  'ALTER TABLE workspaces ADD COLUMN IF NOT EXISTS closes_after INT NULL DEFAULT 24 AFTER allowed_hosts',
  'ALTER TABLE outbox ADD KEY IF NOT EXISTS outbox_conversation (conversation_id, settled), ADD KEY IF NOT EXISTS outbox_age (settled, settled_at)',
  'ALTER TABLE files ADD KEY IF NOT EXISTS files_age (created_at)',
  'ALTER TABLE sign_ins ADD KEY IF NOT EXISTS sign_ins_end (expires_at)',
  'ALTER TABLE sign_in_failures ADD KEY IF NOT EXISTS sign_in_failures_age (last_at)',
  'ALTER TABLE notices ADD KEY IF NOT EXISTS notices_age (at)',
];

/** Conversations that fall silent are closed, and what is kept for a while is found by its age. */
export const keeping: Migration = { name: '0014-keeping', steps };

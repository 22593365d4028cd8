import type { Migration } from '../migration.ts';

const steps: Migration['steps'] = [
  `ALTER TABLE visitors
    ADD COLUMN IF NOT EXISTS blocked_at DATETIME(3) NULL,
    ADD COLUMN IF NOT EXISTS blocked_by BIGINT UNSIGNED NULL`,
  'ALTER TABLE visitors ADD KEY visitors_blocked (workspace_id, blocked_at)',
];

/** Who is let in no more. */
export const blocked: Migration = { name: '0029-blocked', steps };

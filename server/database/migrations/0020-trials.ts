import type { Migration } from '../migration.ts';

const steps: Migration['steps'] = [
  `ALTER TABLE visitors ADD COLUMN IF NOT EXISTS is_test TINYINT NOT NULL DEFAULT 0`,
  `ALTER TABLE conversations ADD COLUMN IF NOT EXISTS is_test TINYINT NOT NULL DEFAULT 0`,
];

/** Visitors whom a lead plays, and their conversations, which count for nothing. */
export const trials: Migration = { name: '0020-trials', steps };

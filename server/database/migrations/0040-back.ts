import type { Migration } from '../migration.ts';

const steps: Migration['steps'] = ['ALTER TABLE conversations ADD COLUMN IF NOT EXISTS back_since DATETIME(3) NULL'];

/** Since when a conversation is back that was put off, until who has it does something about it. */
export const back: Migration = { name: '0040-back', steps };

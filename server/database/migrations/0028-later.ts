import type { Migration } from '../migration.ts';

const steps: Migration['steps'] = [
  'ALTER TABLE conversations ADD COLUMN IF NOT EXISTS later_until DATETIME(3) NULL',
  'ALTER TABLE conversations ADD KEY conversations_later (later_until)',
];

/** Until when a conversation is put off by who has it. */
export const later: Migration = { name: '0028-later', steps };

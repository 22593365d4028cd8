import type { Migration } from '../migration.ts';

const steps: Migration['steps'] = [
  'ALTER TABLE help_pages ADD COLUMN IF NOT EXISTS changes INT UNSIGNED NOT NULL DEFAULT 0',
  'ALTER TABLE help_sites ADD COLUMN IF NOT EXISTS changes INT UNSIGNED NOT NULL DEFAULT 0',
  'ALTER TABLE help_sites ADD COLUMN IF NOT EXISTS changes_at DATETIME(3) NULL',
];

/** What was otherwise than before when sites were read again. */
export const helpChanges: Migration = { name: '0051-help-changes', steps };

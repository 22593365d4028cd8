import type { Migration } from '../migration.ts';

const steps: Migration['steps'] = [
  'ALTER TABLE people ADD KEY IF NOT EXISTS people_first (workspace_id, first_seen)',
  'ALTER TABLE conversations ADD KEY IF NOT EXISTS conversations_begun (workspace_id, started_at)',
  `ALTER TABLE sites
    ADD COLUMN IF NOT EXISTS is_off TINYINT(1) NOT NULL DEFAULT 0,
    ADD COLUMN IF NOT EXISTS old_key VARCHAR(40) NULL,
    ADD COLUMN IF NOT EXISTS old_key_until DATETIME(3) NULL,
    ADD COLUMN IF NOT EXISTS seen_at DATETIME(3) NULL,
    ADD COLUMN IF NOT EXISTS seen_on VARCHAR(253) NULL,
    ADD KEY IF NOT EXISTS sites_old_key (old_key)`,
];

/** Sites are switched off and on, change their key, and say when they were last seen alive; what began is found by the day. */
export const siteChanges: Migration = { name: '0016-sites', steps };

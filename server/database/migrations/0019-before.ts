import type { Migration } from '../migration.ts';

const steps: Migration['steps'] = [
  `ALTER TABLE sites
    ADD COLUMN IF NOT EXISTS before_chat LONGTEXT NULL CHECK (JSON_VALID(before_chat)),
    ADD COLUMN IF NOT EXISTS before_number INT NOT NULL DEFAULT 0`,
  `ALTER TABLE workspaces ADD COLUMN IF NOT EXISTS goes_on_for INT NOT NULL DEFAULT 30`,
];

/** What is asked on a site before its chat begins, and for how long one that has ended is gone on with. */
export const before: Migration = { name: '0019-before', steps };

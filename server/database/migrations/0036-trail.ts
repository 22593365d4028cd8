import type { Migration } from '../migration.ts';

const steps: Migration['steps'] = [
  `ALTER TABLE visitors
    ADD COLUMN IF NOT EXISTS trail LONGTEXT NOT NULL DEFAULT '[]' CHECK (JSON_VALID(trail))`,
];

/** The pages on which visitors had the chat. */
export const trail: Migration = { name: '0036-trail', steps };

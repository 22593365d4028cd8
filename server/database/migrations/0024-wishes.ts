import type { Migration } from '../migration.ts';

const steps: Migration['steps'] = [
  `ALTER TABLE workspaces
    ADD COLUMN IF NOT EXISTS wishes JSON NOT NULL DEFAULT '[]'`,
];

/** What visitors say who want a person, in a lead’s own wordings. */
export const wishes: Migration = { name: '0024-wishes', steps };

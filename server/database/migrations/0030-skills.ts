import type { Migration } from '../migration.ts';

const steps: Migration['steps'] = [
  `ALTER TABLE members
    ADD COLUMN IF NOT EXISTS skills LONGTEXT NOT NULL DEFAULT '[]' CHECK (JSON_VALID(skills))`,
];

/** What members know best, by which flows fetch them. */
export const skills: Migration = { name: '0030-skills', steps };

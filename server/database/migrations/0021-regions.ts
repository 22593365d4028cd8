import type { Migration } from '../migration.ts';

const steps: Migration['steps'] = [
  `ALTER TABLE sites
    ADD COLUMN IF NOT EXISTS language VARCHAR(20) NULL,
    ADD COLUMN IF NOT EXISTS zone VARCHAR(64) NULL`,
];

/** A language and a time zone of a site’s own. */
export const regions: Migration = { name: '0021-regions', steps };

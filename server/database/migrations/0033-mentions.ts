import type { Migration } from '../migration.ts';

const steps: Migration['steps'] = [
  `ALTER TABLE notices
    ADD COLUMN IF NOT EXISTS member_id BIGINT UNSIGNED NULL,
    ADD COLUMN IF NOT EXISTS by_id BIGINT UNSIGNED NULL`,
];

/** Notices for one member, from another who mentioned them. */
export const mentions: Migration = { name: '0033-mentions', steps };

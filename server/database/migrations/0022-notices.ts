import type { Migration } from '../migration.ts';

const steps: Migration['steps'] = [
  `ALTER TABLE notices
    MODIFY conversation_id BIGINT UNSIGNED NULL,
    ADD COLUMN IF NOT EXISTS arrived_at DATETIME(3) NULL`,
];

/** A notice that is sent to try whether notices arrive is about no conversation. */
export const triedNotices: Migration = { name: '0022-notices', steps };

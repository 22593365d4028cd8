import type { Migration } from '../migration.ts';

const steps: Migration['steps'] = [
  'ALTER TABLE sites ADD COLUMN IF NOT EXISTS signs_in TINYINT(1) NOT NULL DEFAULT 0',
  // The secret itself is worked out from the number, which is never used again.
  'ALTER TABLE sites ADD COLUMN IF NOT EXISTS sign_in_number INT UNSIGNED NOT NULL DEFAULT 0',
  'ALTER TABLE sites ADD COLUMN IF NOT EXISTS old_sign_in_until DATETIME(3) NULL',
  'ALTER TABLE visitors ADD COLUMN IF NOT EXISTS signed_as VARCHAR(200) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NULL',
  'ALTER TABLE visitors ADD UNIQUE KEY IF NOT EXISTS visitors_signed (site_id, signed_as)',
  'ALTER TABLE sites ADD COLUMN IF NOT EXISTS own_page TINYINT(1) NOT NULL DEFAULT 0',
];

/** Visitors whom their site signs in; and the chat as a page of its own. */
export const signIn: Migration = { name: '0053-sign-in', steps };

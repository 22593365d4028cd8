import type { Migration } from '../migration.ts';

const steps: Migration['steps'] = [
  'ALTER TABLE conversations ADD COLUMN IF NOT EXISTS joined_to BIGINT UNSIGNED NULL',
  'ALTER TABLE conversations ADD KEY conversations_joined (joined_to)',
];

/** Which conversation another one of the same person goes on in. */
export const joined: Migration = { name: '0044-joined', steps };

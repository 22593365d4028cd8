import type { Migration } from '../migration.ts';

const steps: Migration['steps'] = [
  'ALTER TABLE files ADD COLUMN IF NOT EXISTS member_id BIGINT UNSIGNED NULL',
  'ALTER TABLE files ADD KEY files_of_members (workspace_id, member_id, created_at)',
];

/** Files that members send: each is still its visitor’s, and goes with them. */
export const filesSent: Migration = { name: '0042-files-sent', steps };

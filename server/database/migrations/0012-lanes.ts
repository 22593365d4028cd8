import type { Migration } from '../migration.ts';

const steps: Migration['steps'] = [
  `ALTER TABLE outbox
     ADD COLUMN IF NOT EXISTS what VARCHAR(300) NOT NULL DEFAULT '' AFTER kind,
     ADD COLUMN IF NOT EXISTS settled_at DATETIME(3) NULL AFTER settled,
     ADD COLUMN IF NOT EXISTS went JSON NULL AFTER why,
     ADD KEY IF NOT EXISTS outbox_lane (kind, due_at, workspace_id),
     ADD KEY IF NOT EXISTS outbox_settled (workspace_id, settled, id),
     ADD KEY IF NOT EXISTS outbox_what (what, kind, workspace_id, settled_at),
     DROP KEY IF EXISTS outbox_due`,
  'ALTER TABLE files ADD KEY IF NOT EXISTS files_of_a_day (workspace_id, created_at)',
  'ALTER TABLE timers ADD COLUMN IF NOT EXISTS tries INT NOT NULL DEFAULT 0',
];

/** Orders and timers are carried out in lanes, a share for each workspace; what failed is kept for leads to see. */
export const lanes: Migration = { name: '0012-lanes', steps };

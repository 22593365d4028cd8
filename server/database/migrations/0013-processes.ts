import type { Migration } from '../migration.ts';

const steps: Migration['steps'] = [
  `CREATE TABLE IF NOT EXISTS processes (
    id VARCHAR(64) NOT NULL PRIMARY KEY,
    wire VARCHAR(60) NULL,
    started_at DATETIME(3) NOT NULL,
    seen_at DATETIME(3) NOT NULL
  )`,
];

/** The processes that share the database, so that each can say whether it is joined with the others. */
export const processes: Migration = { name: '0013-processes', steps };

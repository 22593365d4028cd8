import type { Migration } from '../migration.ts';

const steps: Migration['steps'] = [
  `CREATE TABLE IF NOT EXISTS reach_arrivals (
    site_id BIGINT UNSIGNED NOT NULL,
    day DATE NOT NULL,
    slot SMALLINT UNSIGNED NOT NULL,
    workspace_id BIGINT UNSIGNED NOT NULL,
    at DATETIME(3) NOT NULL,
    came JSON NOT NULL CHECK (JSON_VALID(came)),
    PRIMARY KEY (site_id, day, slot),
    KEY reach_arrivals_workspace (workspace_id),
    KEY reach_arrivals_day (day),
    FOREIGN KEY (workspace_id) REFERENCES workspaces (id) ON DELETE CASCADE,
    FOREIGN KEY (site_id) REFERENCES sites (id) ON DELETE CASCADE
  )`,
];

/** Some of those who came to pages of sites, so that it can be told what another order of cues would change. */
export const arrivals: Migration = { name: '0054-arrivals', steps };

import type { Migration } from '../migration.ts';

const steps: Migration['steps'] = [
  `CREATE TABLE IF NOT EXISTS reaches (
    site_id BIGINT UNSIGNED NOT NULL PRIMARY KEY,
    workspace_id BIGINT UNSIGNED NOT NULL,
    reach JSON NOT NULL CHECK (JSON_VALID(reach)),
    number INT UNSIGNED NOT NULL,
    KEY reaches_workspace (workspace_id),
    FOREIGN KEY (workspace_id) REFERENCES workspaces (id) ON DELETE CASCADE,
    FOREIGN KEY (site_id) REFERENCES sites (id) ON DELETE CASCADE
  )`,
  `CREATE TABLE IF NOT EXISTS cue_days (
    site_id BIGINT UNSIGNED NOT NULL,
    cue VARCHAR(40) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
    day DATE NOT NULL,
    workspace_id BIGINT UNSIGNED NOT NULL,
    met INT UNSIGNED NOT NULL,
    appeared INT UNSIGNED NOT NULL,
    taken INT UNSIGNED NOT NULL,
    PRIMARY KEY (site_id, cue, day),
    KEY cue_days_workspace (workspace_id),
    KEY cue_days_day (day),
    FOREIGN KEY (workspace_id) REFERENCES workspaces (id) ON DELETE CASCADE,
    FOREIGN KEY (site_id) REFERENCES sites (id) ON DELETE CASCADE
  )`,
  `ALTER TABLE visitors ADD COLUMN IF NOT EXISTS page_mark CHAR(22) CHARACTER SET ascii COLLATE ascii_bin NULL`,
  `ALTER TABLE visitors ADD KEY IF NOT EXISTS visitors_marked (site_id, page_mark)`,
  // On which devices the chat shows, and whether it does while the business is closed, stood in the look.
  `INSERT IGNORE INTO reaches (site_id, workspace_id, reach, number)
   SELECT id, workspace_id, JSON_OBJECT('shows', JSON_MERGE_PATCH(
       '{"closed": true, "computer": true, "tablet": true, "phone": true, "on": [], "off": []}', JSON_EXTRACT(look, '$.shows'))), 1
   FROM sites WHERE JSON_CONTAINS(JSON_EXTRACT(look, '$.shows.*'), 'false')`,
];

/** Which flows visitors of a site meet, how often, and by what a page knows its visitor again. */
export const reach: Migration = { name: '0052-reach', steps };

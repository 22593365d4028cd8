import type { Migration } from '../migration.ts';

const steps: Migration['steps'] = [
  `CREATE TABLE IF NOT EXISTS help_sites (
    id BIGINT UNSIGNED NOT NULL AUTO_INCREMENT PRIMARY KEY,
    workspace_id BIGINT UNSIGNED NOT NULL,
    address VARCHAR(1000) NOT NULL,
    every_days INT NULL,
    state VARCHAR(20) CHARACTER SET ascii NOT NULL,
    why VARCHAR(300) NULL,
    left_out INT UNSIGNED NOT NULL DEFAULT 0,
    read_at DATETIME(3) NULL,
    due_at DATETIME(3) NULL,
    KEY help_sites_workspace (workspace_id, id),
    KEY help_sites_due (due_at),
    FOREIGN KEY (workspace_id) REFERENCES workspaces (id) ON DELETE CASCADE
  )`,
  `CREATE TABLE IF NOT EXISTS help_pages (
    id BIGINT UNSIGNED NOT NULL AUTO_INCREMENT PRIMARY KEY,
    workspace_id BIGINT UNSIGNED NOT NULL,
    help_site_id BIGINT UNSIGNED NOT NULL,
    address VARCHAR(1000) NOT NULL,
    waits BOOLEAN NOT NULL,
    found JSON NULL CHECK (JSON_VALID(found)),
    why VARCHAR(300) NULL,
    KEY help_pages_waiting (help_site_id, waits, id),
    KEY help_pages_workspace (workspace_id),
    FOREIGN KEY (workspace_id) REFERENCES workspaces (id) ON DELETE CASCADE,
    FOREIGN KEY (help_site_id) REFERENCES help_sites (id) ON DELETE CASCADE
  )`,
];

/** Sites that are read, page by page, for what they answer. */
export const helpSites: Migration = { name: '0050-help-sites', steps };

import type { Migration } from '../migration.ts';

const steps: Migration['steps'] = [
  `CREATE TABLE IF NOT EXISTS site_pages (
    workspace_id BIGINT UNSIGNED NOT NULL,
    site_id BIGINT UNSIGNED NOT NULL,
    page VARCHAR(300) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
    seen_at DATETIME(3) NOT NULL,
    PRIMARY KEY (site_id, page),
    KEY site_pages_newest (workspace_id, site_id, seen_at),
    KEY site_pages_old (seen_at),
    FOREIGN KEY (site_id) REFERENCES sites (id) ON DELETE CASCADE,
    FOREIGN KEY (workspace_id) REFERENCES workspaces (id) ON DELETE CASCADE
  )`,
];

/** The pages on which the chat was seen alive. */
export const pages: Migration = { name: '0018-pages', steps };

import type { Migration } from '../migration.ts';

const steps: Migration['steps'] = [
  'ALTER TABLE sites ADD COLUMN IF NOT EXISTS tells_passers TINYINT(1) NOT NULL DEFAULT 0',
  `CREATE TABLE IF NOT EXISTS passers (
    id BIGINT UNSIGNED NOT NULL AUTO_INCREMENT PRIMARY KEY,
    workspace_id BIGINT UNSIGNED NOT NULL,
    site_id BIGINT UNSIGNED NOT NULL,
    passer CHAR(22) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
    page VARCHAR(500) NOT NULL,
    device VARCHAR(10) NOT NULL,
    language VARCHAR(35) NOT NULL,
    referrer VARCHAR(200) NOT NULL,
    pages INT UNSIGNED NOT NULL,
    arrived_at DATETIME(3) NOT NULL,
    page_at DATETIME(3) NOT NULL,
    seen_at DATETIME(3) NOT NULL,
    said_by BIGINT UNSIGNED NULL,
    said VARCHAR(4000) NULL,
    said_at DATETIME(3) NULL,
    conversation_id BIGINT UNSIGNED NULL,
    UNIQUE KEY passers_tab (site_id, passer),
    KEY passers_there (workspace_id, seen_at),
    KEY passers_spoken (workspace_id, said_at),
    KEY passers_asked (said_at),
    KEY passers_gone (seen_at),
    FOREIGN KEY (workspace_id) REFERENCES workspaces (id) ON DELETE CASCADE,
    FOREIGN KEY (site_id) REFERENCES sites (id) ON DELETE CASCADE,
    FOREIGN KEY (said_by) REFERENCES members (id) ON DELETE CASCADE,
    FOREIGN KEY (conversation_id) REFERENCES conversations (id) ON DELETE CASCADE
  )`,
];

/** Who is on a site without a chat, for minutes; and whether a site tells that. */
export const passers: Migration = { name: '0041-passers', steps };

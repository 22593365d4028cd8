import type { Migration } from '../migration.ts';

const steps: Migration['steps'] = [
  'ALTER TABLE workspaces ADD COLUMN IF NOT EXISTS products_number INT UNSIGNED NOT NULL DEFAULT 0',
  `CREATE TABLE IF NOT EXISTS product_pages (
    id BIGINT UNSIGNED NOT NULL AUTO_INCREMENT PRIMARY KEY,
    workspace_id BIGINT UNSIGNED NOT NULL,
    address VARCHAR(500) NOT NULL,
    found INT UNSIGNED NOT NULL DEFAULT 0,
    read_at DATETIME(3) NULL,
    due_at DATETIME(3) NULL,
    failures INT UNSIGNED NOT NULL DEFAULT 0,
    trouble JSON NULL CHECK (JSON_VALID(trouble)),
    UNIQUE KEY product_pages_address (workspace_id, address),
    KEY product_pages_due (due_at),
    FOREIGN KEY (workspace_id) REFERENCES workspaces (id) ON DELETE CASCADE
  )`,
  `CREATE TABLE IF NOT EXISTS products (
    id BIGINT UNSIGNED NOT NULL AUTO_INCREMENT PRIMARY KEY,
    workspace_id BIGINT UNSIGNED NOT NULL,
    ref VARCHAR(60) NOT NULL,
    product JSON NOT NULL CHECK (JSON_VALID(product)),
    page_id BIGINT UNSIGNED NULL,
    read_at DATETIME(3) NULL,
    gone TINYINT(1) NOT NULL DEFAULT 0,
    held JSON NOT NULL CHECK (JSON_VALID(held)),
    UNIQUE KEY products_ref (workspace_id, ref),
    KEY products_page (page_id),
    FOREIGN KEY (workspace_id) REFERENCES workspaces (id) ON DELETE CASCADE,
    FOREIGN KEY (page_id) REFERENCES product_pages (id) ON DELETE CASCADE
  )`,
];

/** Things for sale, and the pages that they are read from. */
export const products: Migration = { name: '0046-products', steps };

import type { Migration } from '../migration.ts';

/** What visitors agreed to and what they did not: the exact words, the policy, when, and when it was taken back. */
export const consents: Migration = {
  name: '0003-consents',
  steps: [
    `CREATE TABLE consents (
        id BIGINT UNSIGNED NOT NULL AUTO_INCREMENT PRIMARY KEY,
        workspace_id BIGINT UNSIGNED NOT NULL,
        visitor_id BIGINT UNSIGNED NOT NULL,
        conversation_id BIGINT UNSIGNED NOT NULL,
        purpose VARCHAR(40) NOT NULL,
        given BOOLEAN NOT NULL,
        wording TEXT NOT NULL,
        policy VARCHAR(2000) NULL,
        at DATETIME(3) NOT NULL,
        withdrawn_at DATETIME(3) NULL,
        KEY consents_visitor (visitor_id, purpose, id),
        KEY consents_purpose (workspace_id, purpose, at),
        FOREIGN KEY (workspace_id) REFERENCES workspaces (id),
        FOREIGN KEY (visitor_id) REFERENCES visitors (id)
      )`,
  ],
};

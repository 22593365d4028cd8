import type { Migration } from '../migration.ts';

const steps: Migration['steps'] = [
  `CREATE TABLE IF NOT EXISTS rules (
    id BIGINT UNSIGNED NOT NULL AUTO_INCREMENT PRIMARY KEY,
    workspace_id BIGINT UNSIGNED NOT NULL,
    place INT NOT NULL,
    is_on TINYINT(1) NOT NULL DEFAULT 1,
    rule LONGTEXT NOT NULL CHECK (JSON_VALID(rule)),
    number INT UNSIGNED NOT NULL DEFAULT 0,
    KEY rules_of (workspace_id, place),
    FOREIGN KEY (workspace_id) REFERENCES workspaces (id) ON DELETE CASCADE
  )`,
  `CREATE TABLE IF NOT EXISTS rule_days (
    rule_id BIGINT UNSIGNED NOT NULL,
    day DATE NOT NULL,
    workspace_id BIGINT UNSIGNED NOT NULL,
    times INT UNSIGNED NOT NULL,
    PRIMARY KEY (rule_id, day),
    KEY rule_days_of (workspace_id, day),
    FOREIGN KEY (rule_id) REFERENCES rules (id) ON DELETE CASCADE
  )`,
  `CREATE TABLE IF NOT EXISTS rule_dues (
    conversation_id BIGINT UNSIGNED NOT NULL PRIMARY KEY,
    workspace_id BIGINT UNSIGNED NOT NULL,
    due_at DATETIME(3) NOT NULL,
    tries INT UNSIGNED NOT NULL DEFAULT 0,
    KEY rule_dues_due (due_at),
    FOREIGN KEY (conversation_id) REFERENCES conversations (id) ON DELETE CASCADE
  )`,
  'ALTER TABLE conversations ADD COLUMN IF NOT EXISTS course LONGTEXT NULL CHECK (JSON_VALID(course))',
  // What closed what visitors left is a rule from now on; an upgrade says nothing to anybody by itself.
  `INSERT INTO rules (workspace_id, place, is_on, rule)
   SELECT w.id, 1, 1, JSON_OBJECT(
     'name', 'Nobody wrote for long',
     'when', JSON_OBJECT('when', 'silent'),
     'onlyIf', JSON_OBJECT('all', JSON_ARRAY(JSON_OBJECT('fact', 'led by', 'is', 'is', 'value', 'the flow'))),
     'parts', JSON_ARRAY(JSON_OBJECT(
       'after', JSON_OBJECT('for', JSON_OBJECT('amount', w.closes_after, 'unit', 'hours')),
       'do', JSON_ARRAY(JSON_OBJECT('deed', 'close', 'outcome', 'No reply')))),
     'atMost', 'each',
     'afterPerson', NULL)
   FROM workspaces w
   WHERE w.closes_after IS NOT NULL AND NOT EXISTS (SELECT 1 FROM rules r WHERE r.workspace_id = w.id)`,
  // Those that are open are looked at once, so that they are followed from now on.
  {
    over: ['conversations', 'id'],
    sql: `INSERT IGNORE INTO rule_dues (conversation_id, workspace_id, due_at)
      SELECT id, workspace_id, last_at FROM conversations WHERE id BETWEEN :from AND :to AND holder <> 'done'`,
  },
];

/** What happens by itself, in the order in which leads put it. */
export const rules: Migration = { name: '0037-rules', steps };

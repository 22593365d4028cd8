import type { Migration } from '../migration.ts';

const steps: Migration['steps'] = [
  // One word for one thing: who has a conversation is its holder, and what became known is learnt.
  'ALTER TABLE conversations RENAME COLUMN led_by TO holder',
  {
    over: ['entries', 'conversation_id'],
    sql: `UPDATE entries SET kind = 'learnt', body = JSON_REPLACE(body, '$.kind', 'learnt') WHERE kind = 'learned' AND conversation_id BETWEEN :from AND :to`,
  },
  {
    over: ['conversations', 'id'],
    sql: `UPDATE conversations SET session = JSON_REPLACE(session, '$.state', 'awaiting')
   WHERE JSON_VALUE(session, '$.state') = 'calling' AND id BETWEEN :from AND :to`,
  },
  // Why a service failed is a code now, by which a replay knows it.
  {
    over: ['entries', 'conversation_id'],
    sql: `UPDATE entries SET body = JSON_SET(JSON_REMOVE(body, '$.text'), '$.says',
            JSON_OBJECT('code', 'service failed', 'why', SUBSTRING(JSON_VALUE(body, '$.text'), 21)))
   WHERE kind = 'direction' AND JSON_VALUE(body, '$.text') LIKE 'The service failed: %' AND conversation_id BETWEEN :from AND :to`,
  },
  // That several may be picked is said by the answer itself.
  {
    over: ['entries', 'conversation_id'],
    sql: `UPDATE entries SET body = JSON_SET(body, '$.answer.several', TRUE)
   WHERE kind = 'asked' AND JSON_VALUE(body, '$.answer.type') = 'several choices' AND conversation_id BETWEEN :from AND :to`,
  },
  // What is ordered for elsewhere is of as many kinds as there are areas that carry it out.
  'ALTER TABLE outbox MODIFY kind VARCHAR(30) NOT NULL',
  `CREATE TABLE events (
    id BIGINT UNSIGNED NOT NULL AUTO_INCREMENT PRIMARY KEY,
    workspace_id BIGINT UNSIGNED NOT NULL,
    kind VARCHAR(30) NOT NULL,
    at DATETIME(3) NOT NULL,
    conversation_id BIGINT UNSIGNED NULL,
    flow_id BIGINT UNSIGNED NULL,
    edition_id BIGINT UNSIGNED NULL,
    number INT NULL,
    said JSON NOT NULL,
    KEY events_at (at)
  )`,
  `CREATE TABLE listeners (
    name VARCHAR(64) NOT NULL PRIMARY KEY,
    position BIGINT UNSIGNED NOT NULL,
    failures INT NOT NULL DEFAULT 0,
    why VARCHAR(500) NULL
  )`,
  `CREATE TABLE hourly_conversations (
    flow_id BIGINT UNSIGNED NOT NULL,
    edition_id BIGINT UNSIGNED NOT NULL,
    hour DATETIME(3) NOT NULL,
    workspace_id BIGINT UNSIGNED NOT NULL,
    conversations INT NOT NULL,
    PRIMARY KEY (flow_id, edition_id, hour),
    KEY hourly_conversations_workspace (workspace_id, hour, flow_id, conversations)
  )`,
  `CREATE TABLE daily_scenes (
    flow_id BIGINT UNSIGNED NOT NULL,
    day DATE NOT NULL,
    scene VARCHAR(60) NOT NULL,
    came_from VARCHAR(60) NOT NULL,
    workspace_id BIGINT UNSIGNED NOT NULL,
    conversations INT NOT NULL,
    PRIMARY KEY (flow_id, day, scene, came_from)
  ) COLLATE utf8mb4_bin`,
  `CREATE TABLE walked_scenes (
    conversation_id BIGINT UNSIGNED NOT NULL,
    flow_id BIGINT UNSIGNED NOT NULL,
    scene VARCHAR(60) NOT NULL,
    came_from VARCHAR(60) NOT NULL,
    workspace_id BIGINT UNSIGNED NOT NULL,
    PRIMARY KEY (conversation_id, flow_id, scene, came_from)
  ) COLLATE utf8mb4_bin`,
  // What was there before is counted once; from here on it is counted as it happens.
  `INSERT INTO hourly_conversations (flow_id, edition_id, hour, workspace_id, conversations)
   SELECT flow_id, edition_id, DATE_FORMAT(started_at, '%Y-%m-%d %H:00:00'), workspace_id, COUNT(*)
   FROM conversations WHERE flow_id IS NOT NULL AND edition_id IS NOT NULL
   GROUP BY flow_id, edition_id, DATE_FORMAT(started_at, '%Y-%m-%d %H:00:00'), workspace_id`,
  `INSERT INTO walked_scenes (conversation_id, flow_id, scene, came_from, workspace_id)
   SELECT DISTINCT conversation_id, flow_id, scene, came_from, workspace_id FROM (
     SELECT e.conversation_id, c.flow_id, c.workspace_id, JSON_VALUE(e.body, '$.scene') AS scene,
            COALESCE(LAG(JSON_VALUE(e.body, '$.scene'))
              OVER (PARTITION BY e.conversation_id ORDER BY e.number), '') AS came_from
     FROM conversations c JOIN entries e ON e.conversation_id = c.id AND e.kind = 'entered'
     WHERE c.flow_id IS NOT NULL AND c.started_at > UTC_TIMESTAMP(3) - INTERVAL 35 DAY
   ) AS taken`,
  // Whoever came from somewhere came; that they came at all is counted by itself.
  `INSERT IGNORE INTO walked_scenes (conversation_id, flow_id, scene, came_from, workspace_id)
   SELECT DISTINCT conversation_id, flow_id, scene, '', workspace_id FROM walked_scenes`,
  `INSERT INTO daily_scenes (flow_id, day, scene, came_from, workspace_id, conversations)
   SELECT w.flow_id, DATE(c.started_at), w.scene, w.came_from, w.workspace_id, COUNT(*)
   FROM walked_scenes w JOIN conversations c ON c.id = w.conversation_id
   GROUP BY w.flow_id, DATE(c.started_at), w.scene, w.came_from, w.workspace_id`,
];

/** The stream of what happened and what is counted from it; and names of columns and kinds as they are now. */
export const ground: Migration = { name: '0010-ground', steps };

import type { ChildProcess } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { business, loadDemo, members } from '@kineta/demo';
import { connect, type Database, migrate, startPrivateDatabase, Tables } from '@kineta/server';
import { QueryTypes } from 'sequelize';
import { percentile, type Result, result } from './result.ts';
import { root, started } from './started.ts';

const PORT = 4_478;
/** So many conversations there are to be, most of them done. */
const CONVERSATIONS = 200_000;
/** A copy’s identities lie so far above those that it is of. */
const APART = 100_000;
/** Each copy of the week lies so many minutes before the one it is of: over two years in all. */
const EARLIER = 2_000;
/** One copy in so many is as open as what it is of; all others are done. */
const OPEN = 100;
/** Copies that are made by one statement. */
const AT_ONCE = 50;
const ROUNDS = 60;

/** Which columns of a copy differ from what it is of; `s.seq` numbers the copies. */
const copied: Record<string, Record<string, string>> = {
  people: {
    id: `t.id + s.seq * ${APART}`,
    email: `CONCAT(s.seq, '.', t.email)`,
    first_seen: `t.first_seen - INTERVAL s.seq * ${EARLIER} MINUTE`,
    last_seen: `t.last_seen - INTERVAL s.seq * ${EARLIER} MINUTE`,
  },
  people_words: { person_id: `t.person_id + s.seq * ${APART}` },
  visitors: {
    id: `t.id + s.seq * ${APART}`,
    person_id: `t.person_id + s.seq * ${APART}`,
    last_seen: `t.last_seen - INTERVAL s.seq * ${EARLIER} MINUTE`,
  },
  conversations: {
    id: `t.id + s.seq * ${APART}`,
    visitor_id: `t.visitor_id + s.seq * ${APART}`,
    holder: `IF(s.seq % ${OPEN} = 0, t.holder, 'done')`,
    waiting_since: `IF(s.seq % ${OPEN} = 0, t.waiting_since - INTERVAL s.seq * ${EARLIER} MINUTE, NULL)`,
    started_at: `t.started_at - INTERVAL s.seq * ${EARLIER} MINUTE`,
    last_at: `t.last_at - INTERVAL s.seq * ${EARLIER} MINUTE`,
  },
  entries: {
    conversation_id: `t.conversation_id + s.seq * ${APART}`,
    at: `t.at - INTERVAL s.seq * ${EARLIER} MINUTE`,
  },
  said: {
    conversation_id: `t.conversation_id + s.seq * ${APART}`,
    at: `t.at - INTERVAL s.seq * ${EARLIER} MINUTE`,
  },
};

/** By which column it is known what a row was copied of; by its own identity, where nothing is said. */
const copiedBy: Record<string, string> = {
  entries: 'conversation_id',
  said: 'conversation_id',
  people_words: 'person_id',
};

/** The words of what the demo’s people wrote, as its listener would keep them. */
const SAID = `INSERT INTO said (conversation_id, number, workspace_id, at, words)
  SELECT conversation_id, number, workspace_id, at,
    CONCAT(workspace_id, '_', REGEXP_REPLACE(LOWER(JSON_VALUE(body, '$.text')), '[^a-z0-9]+', CONCAT(' ', workspace_id, '_')))
  FROM entries WHERE kind IN ('replied', 'answered', 'note')`;

/** Multiplies the demo’s week, as one would have it after some years. */
async function grow(database: Database): Promise<void> {
  const select = <T extends object>(sql: string): Promise<T[]> => database.query<T>(sql, { type: QueryTypes.SELECT });
  const [row] = await select<{ count: string }>('SELECT COUNT(*) AS count FROM conversations');
  const copies = Math.ceil(CONVERSATIONS / Number(row!.count)) - 1;

  // The index is made when all of it is there, as it is where there was none.
  await database.query('ALTER TABLE said DROP KEY said_words');
  await database.query(SAID);
  for (const [table, differing] of Object.entries(copied)) {
    const columns = await select<{ name: string }>(
      `SELECT COLUMN_NAME AS name FROM information_schema.COLUMNS
       WHERE TABLE_SCHEMA = DATABASE() AND TABLE_NAME = '${table}' AND EXTRA NOT LIKE '%GENERATED%' ORDER BY ORDINAL_POSITION`,
    );
    const names = columns.map(({ name }) => `\`${name}\``).join(', ');
    const values = columns.map(({ name }) => differing[name] ?? `t.\`${name}\``).join(', ');
    const original = `t.${copiedBy[table] ?? 'id'} < ${APART}`;
    for (let from = 1; from <= copies; from += AT_ONCE)
      await database.query(
        `INSERT INTO ${table} (${names}) SELECT ${values} FROM ${table} t
         JOIN seq_${from}_to_${Math.min(copies, from + AT_ONCE - 1)} s WHERE ${original}`,
      );
  }
  // One tag that many have, and one that hardly any has; some have it from the demo’s history, others on other days.
  for (const [at, each] of [3, 4_001].entries())
    await database.query(
      `INSERT IGNORE INTO conversation_tags (conversation_id, tag_id, workspace_id, at)
       SELECT id, (SELECT id FROM tags WHERE workspace_id = 1 ORDER BY id LIMIT ${at}, 1), workspace_id, last_at
       FROM conversations WHERE id % ${each} = 0`,
    );
  await database.query('ALTER TABLE said ADD FULLTEXT KEY said_words (words)');
  // What the listeners would have counted.
  await database.query('DELETE FROM hourly_conversations');
  await database.query(
    `INSERT INTO hourly_conversations (flow_id, edition_id, hour, workspace_id, conversations)
     SELECT flow_id, edition_id, DATE_FORMAT(started_at, '%Y-%m-%d %H:00:00'), workspace_id, COUNT(*)
     FROM conversations WHERE flow_id IS NOT NULL AND edition_id IS NOT NULL
     GROUP BY flow_id, edition_id, DATE_FORMAT(started_at, '%Y-%m-%d %H:00:00'), workspace_id`,
  );
  await database.query(
    `INSERT INTO daily_scenes (flow_id, day, scene, came_from, workspace_id, conversations)
     SELECT d.flow_id, DATE(d.day - INTERVAL s.seq * ${EARLIER} MINUTE), d.scene, d.came_from, d.workspace_id, d.conversations
     FROM daily_scenes d JOIN seq_1_to_${copies} s WHERE TRUE
     ON DUPLICATE KEY UPDATE conversations = daily_scenes.conversations + VALUES(conversations)`,
  );
  await database.query(
    'ANALYZE TABLE conversation_tags, people, people_words, visitors, conversations, entries, said, hourly_conversations, daily_scenes',
  );
}

interface Question {
  name: string;
  path: string;
  /** What is sent, where it is more than asked for. */
  body?: object;
  /** At most so many milliseconds, p95. */
  bound: number;
  /** The same question, as bare as the database can be asked it. */
  sql: string;
}

function questions(ids: {
  flow: string;
  conversation: string;
  member: string;
  person: string;
  tags: string[];
}): Question[] {
  const list = (name: string, where: string, order: string): Question => ({
    name: `inbox, ${name}`,
    path: `/api/conversations?list=${name}`,
    bound: 50,
    sql: `SELECT * FROM conversations WHERE workspace_id = 1 AND ${where} ORDER BY ${order} LIMIT 51`,
  });
  const newest = 'last_at DESC, id DESC';
  return [
    list('waiting', `holder = 'waiting'`, 'line_at, id'),
    list('mine', `holder = 'agent' AND agent_id = ${ids.member}`, newest),
    list('others', `holder = 'agent' AND agent_id <> ${ids.member}`, newest),
    list('flow-led', `holder = 'flow'`, newest),
    list('done', `holder = 'done'`, newest),
    ...[
      ['open', 'state=open', `holder IN ('waiting', 'agent', 'flow')`],
      ['urgent', 'state=any&urgent=yes', 'urgent = 1'],
      ['of an outcome', 'state=done&outcome=lead', `holder = 'done' AND outcome = 'lead'`],
      [
        'often tagged',
        `state=any&tag=${ids.tags[0]}`,
        `id IN (SELECT conversation_id FROM conversation_tags WHERE tag_id = ${ids.tags[0]})`,
      ],
      [
        'hardly tagged',
        `state=any&tag=${ids.tags[1]}`,
        `id IN (SELECT conversation_id FROM conversation_tags WHERE tag_id = ${ids.tags[1]})`,
      ],
    ].map(
      ([name, query, where]): Question => ({
        name: `only some, ${name}`,
        path: `/api/conversations-filtered?${query}`,
        bound: 30,
        sql: `SELECT * FROM conversations WHERE workspace_id = 1 AND ${where} ORDER BY ${newest} LIMIT 51`,
      }),
    ),
    {
      name: 'how many have each tag',
      path: '/api/tags/counts',
      bound: 50,
      sql: 'SELECT tag_id, COUNT(*) FROM conversation_tags WHERE workspace_id = 1 GROUP BY tag_id',
    },
    {
      name: 'a conversation',
      path: `/api/conversations/${ids.conversation}`,
      bound: 20,
      sql: `SELECT number, at, body FROM entries WHERE conversation_id = ${ids.conversation} ORDER BY number`,
    },
    ...[
      ['what was said', 'dusty landing'],
      ['what was said, often', 'radiat'],
      ['what was said, by nobody', 'xylophone'],
    ].map(
      ([name, words]): Question => ({
        name: name!,
        path: `/api/said?words=${encodeURIComponent(words!)}`,
        bound: 150,
        sql: `SELECT conversation_id, number FROM said
              WHERE MATCH (words) AGAINST ('${words!.replace(/\w+/g, '+1_$&*')}' IN BOOLEAN MODE) ORDER BY at DESC LIMIT 31`,
      }),
    ),
    {
      name: 'why rules spoke, or did not',
      path: `/api/conversations/${ids.conversation}/rules`,
      bound: 50,
      sql: `SELECT number, at, body FROM entries WHERE conversation_id = ${ids.conversation} ORDER BY number`,
    },
    {
      name: 'a page of what rules would have done',
      path: '/api/rules/trial',
      body: {},
      bound: 400,
      sql: `SELECT e.* FROM entries e JOIN (
              SELECT id FROM conversations WHERE workspace_id = 1 ORDER BY started_at DESC LIMIT 200) c ON c.id = e.conversation_id`,
    },
    {
      name: 'people',
      path: '/api/people',
      bound: 50,
      sql: 'SELECT * FROM people WHERE workspace_id = 1 ORDER BY last_seen DESC, id DESC LIMIT 101',
    },
    {
      name: 'people, searched',
      path: '/api/people?search=tolland',
      bound: 50,
      sql: `SELECT * FROM people WHERE workspace_id = 1
            AND (name LIKE '%tolland%' OR email LIKE '%tolland%' OR phone LIKE '%tolland%')
            ORDER BY last_seen DESC, id DESC LIMIT 101`,
    },
    {
      name: 'people, somebody by name',
      path: `/api/people?search=${encodeURIComponent(ids.person)}`,
      bound: 50,
      sql: `SELECT * FROM people WHERE workspace_id = 1 AND name = '${ids.person}' ORDER BY last_seen DESC, id DESC LIMIT 101`,
    },
    {
      name: 'people, nobody',
      path: '/api/people?search=xylophone',
      bound: 50,
      sql: `SELECT * FROM people WHERE workspace_id = 1 AND name LIKE '%xylophone%' LIMIT 101`,
    },
    {
      name: 'the flows',
      path: '/api/flows',
      bound: 50,
      sql: 'SELECT id, name, updated_at FROM flows WHERE workspace_id = 1 AND removed_at IS NULL ORDER BY updated_at DESC',
    },
    {
      name: 'a flow',
      path: `/api/flows/${ids.flow}`,
      bound: 100,
      sql: `SELECT draft FROM flows WHERE id = ${ids.flow} AND workspace_id = 1`,
    },
    {
      name: 'its ways',
      path: `/api/flows/${ids.flow}/ways`,
      bound: 150,
      sql: `SELECT came_from, scene, SUM(conversations) FROM daily_scenes
            WHERE flow_id = ${ids.flow} AND day > UTC_DATE() - INTERVAL 28 DAY GROUP BY came_from, scene`,
    },
    {
      name: 'its editions',
      path: `/api/flows/${ids.flow}/editions`,
      bound: 50,
      sql: `SELECT id, number, published_at FROM editions WHERE flow_id = ${ids.flow} ORDER BY number DESC`,
    },
  ];
}

/** Signs in as an agent who is a lead. @returns what their browser sends along */
async function signIn(url: string): Promise<Record<string, string>> {
  const reply = await fetch(`${url}/api/account/sign-in`, {
    method: 'POST',
    headers: { 'content-type': 'application/json', origin: url },
    body: JSON.stringify({ email: members[0].email, password: business.password }),
  });
  if (!reply.ok) throw new Error(`Nobody could sign in: ${await reply.text()}`);
  const cookie = reply.headers
    .getSetCookie()
    .map(set => set.split(';')[0])
    .join('; ');
  const { csrf } = (await reply.json()) as { csrf: string };
  return { cookie, 'x-kineta-csrf': csrf, 'content-type': 'application/json' };
}

async function timed(work: () => Promise<unknown>): Promise<number[]> {
  await work();
  const times: number[] = [];
  for (let round = 0; round < ROUNDS; round++) {
    const begun = performance.now();
    await work();
    times.push(performance.now() - begun);
  }
  return times.sort((a, b) => a - b);
}

/**
 * Every list and every opening of the studio over HTTP, one after the other, in a workspace with 200,000 conversations and
 * some millions of entries, beside the bare SQL of the same question.
 */
export async function large(): Promise<Result[]> {
  const home = mkdtempSync(join(tmpdir(), 'kineta-large-'));
  const private_ = await startPrivateDatabase({ home, durable: false });
  const database = connect(private_.url, 2);
  let server: ChildProcess | undefined;
  try {
    await migrate(database);
    await loadDemo(new Tables(database), root, { days: 7, alone: true });
    const begun = performance.now();
    await grow(database);
    const one = async (sql: string): Promise<string> => {
      const [row] = await database.query<{ one: string }>(sql, { type: QueryTypes.SELECT });
      return String(row?.one);
    };
    console.error(
      `${await one('SELECT COUNT(*) AS one FROM conversations')} conversations, ` +
        `${await one('SELECT COUNT(*) AS one FROM entries')} entries, ${await one('SELECT COUNT(*) AS one FROM people')} ` +
        `people, made in ${((performance.now() - begun) / 1_000).toFixed(0)} s.`,
    );
    const env = {
      KINETA_ROOT: root,
      KINETA_DATABASE_URL: private_.url,
      KINETA_PORT: String(PORT),
      KINETA_LOG: 'error',
    };
    server = (await started('node', ['server/dist/kineta.js', 'start'], env)).process;
    const url = `http://127.0.0.1:${PORT}`;
    const headers = await signIn(url);
    const ids = {
      flow: await one('SELECT flow_id AS one FROM conversations GROUP BY flow_id ORDER BY COUNT(*) DESC LIMIT 1'),
      conversation: await one('SELECT id AS one FROM conversations ORDER BY last_number DESC LIMIT 1'),
      person: await one('SELECT name AS one FROM people WHERE name IS NOT NULL ORDER BY id LIMIT 1'),
      member: await one('SELECT agent_id AS one FROM conversations WHERE agent_id IS NOT NULL LIMIT 1'),
      tags: (await one('SELECT GROUP_CONCAT(id ORDER BY id) AS one FROM tags WHERE workspace_id = 1')).split(','),
    };
    const results: Result[] = [];
    for (const { name, path, body, bound, sql } of questions(ids)) {
      const ours = await timed(async () => {
        const reply = await fetch(url + path, {
          headers,
          ...(body ? { method: 'POST', body: JSON.stringify(body) } : {}),
        });
        if (!reply.ok) throw new Error(`${path}: ${await reply.text()}`);
        await reply.arrayBuffer();
      });
      const bare = await timed(() => database.query(sql, { type: QueryTypes.SELECT }));
      const p95 = percentile(ours, 0.95);
      results.push(
        result(
          `large, ${name}, p95`,
          p95,
          'ms',
          { name: 'bare SQL', value: percentile(bare, 0.95) },
          { words: `at most ${bound} ms`, holds: p95 <= bound },
        ),
      );
    }
    return results;
  } finally {
    server?.kill('SIGKILL');
    await database.close();
    await private_.stop();
    rmSync(home, { recursive: true, force: true });
  }
}

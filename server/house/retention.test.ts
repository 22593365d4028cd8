import { createHash } from 'node:crypto';
import { QueryTypes } from 'sequelize';
import { afterAll, beforeAll, expect, test } from 'vitest';
import { areas } from '../areas.ts';
import type { RunningServer } from '../server.ts';
import { emptyDatabase, makeWorkspace, testServer, type Workspace } from '../tests/kineta.ts';
import { retention } from './retention.ts';

let server: RunningServer;
let workspace: Workspace;
const DAY = 86_400_000;

beforeAll(async () => {
  server = await testServer(await emptyDatabase());
  workspace = await makeWorkspace(server.database, 'kept');
});
afterAll(() => server.close());

const write = (sql: string, more: Record<string, unknown> = {}) =>
  server.database.query(sql, { replacements: { workspace: workspace.id, ...more } });
const count = async (table: string) => {
  const [row] = await server.database.query<{ n: string }>(`SELECT COUNT(*) AS n FROM ${table}`, {
    type: QueryTypes.SELECT,
  });
  return Number(row!.n);
};
const daysAgo = (days: number) => new Date(Date.now() - days * DAY);

test('what is older than it is kept is gone, with all that is in it, and what is younger stays', async () => {
  const passing = areas.flatMap(area => area.keeps?.(server.house) ?? []);
  expect(passing.map(({ name, days }) => [name, days])).toMatchInlineSnapshot(`
    [
      [
        "sessions that have ended",
        0,
      ],
      [
        "invitations that nobody took",
        0,
      ],
      [
        "links for a new password",
        0,
      ],
      [
        "wrong passwords",
        1,
      ],
      [
        "pages that had the chat",
        90,
      ],
      [
        "some who came to pages",
        30,
      ],
      [
        "how often cues were met",
        90,
      ],
      [
        "answers that were removed",
        30,
      ],
      [
        "how answers were written before",
        730,
      ],
      [
        "what visitors asked",
        365,
      ],
      [
        "what texts of answers mean",
        180,
      ],
      [
        "what was missed",
        35,
      ],
      [
        "offers",
        7,
      ],
      [
        "how long people had conversations",
        400,
      ],
      [
        "how often rules acted",
        400,
      ],
      [
        "files of visitors",
        365,
      ],
      [
        "notices",
        90,
      ],
      [
        "alerts",
        30,
      ],
      [
        "test notices",
        400,
      ],
      [
        "orders that are done",
        30,
      ],
      [
        "orders that are failed",
        90,
      ],
    ]
  `);
  const [visitor] = await server.database.query(
    `INSERT INTO visitors (workspace_id, site_id, secret_hash, facts, first_seen, last_seen)
     VALUES (:workspace, :site, '', '{}', UTC_TIMESTAMP(3), UTC_TIMESTAMP(3))`,
    { replacements: { workspace: workspace.id, site: workspace.site }, type: QueryTypes.INSERT },
  );
  const [conversation] = await server.database.query(
    `INSERT INTO conversations (workspace_id, site_id, visitor_id, visitor_name, holder, session, seed, last_number, preview,
                                page, started_at, last_at)
     VALUES (:workspace, :site, :visitor, 'V', 'done', '{}', 1, 0, '', '/', UTC_TIMESTAMP(3), UTC_TIMESTAMP(3))`,
    { replacements: { workspace: workspace.id, site: workspace.site, visitor }, type: QueryTypes.INSERT },
  );
  const known = { visitor, conversation };
  for (const days of [1, 400]) {
    const at = daysAgo(days);
    const id = createHash('sha256').update(String(days)).digest('base64url').slice(0, 22);
    const [member] = await server.database.query<{ id: string }>('SELECT id FROM members LIMIT 1', {
      type: QueryTypes.SELECT,
    });
    await write(
      `INSERT INTO files (id, workspace_id, visitor_id, name, type, size, created_at)
       VALUES (:id, :workspace, :visitor, 'a.png', 'image/png', 1, :at)`,
      { ...known, id, at },
    );
    await write('INSERT INTO file_parts (file_id, number, content) VALUES (:id, 0, :id)', { id });
    for (const settled of ['done', 'failed'])
      await write(
        `INSERT INTO outbox (workspace_id, conversation_id, kind, what, payload, settled, settled_at, created_at)
         VALUES (:workspace, :conversation, 'email', '', '{}', :settled, :at, :at)`,
        { ...known, settled, at },
      );
    await write(
      `INSERT INTO sign_ins (token_hash, workspace_id, member_id, csrf, created_at, expires_at)
       VALUES (:id, :workspace, :member, 'x', :at, :until)`,
      { id, at, member: member!.id, until: new Date(at.getTime() + 14 * DAY) },
    );
    await write('INSERT INTO sign_in_failures (subject, failures, last_at) VALUES (:id, 3, :at)', {
      id,
      at: new Date(at.getTime() + DAY / 2),
    });
    await write(
      `INSERT INTO notices (workspace_id, conversation_id, text, at) VALUES (:workspace, :conversation, 'Somebody waits.', :at)`,
      { ...known, at },
    );
  }
  await write(
    `INSERT INTO outbox (workspace_id, conversation_id, kind, what, payload, due_at, created_at)
     VALUES (:workspace, :conversation, 'email', '', '{}', UTC_TIMESTAMP(3) + INTERVAL 1 DAY, :at)`,
    { ...known, at: daysAgo(400) },
  );
  expect(await retention(passing).turn()).toBe(false);
  expect(
    Object.fromEntries(
      await Promise.all(
        ['files', 'file_parts', 'outbox', 'sign_ins', 'sign_in_failures', 'notices'].map(async table => [
          table,
          await count(table),
        ]),
      ),
    ),
  ).toEqual({ files: 1, file_parts: 1, outbox: 3, sign_ins: 1, sign_in_failures: 1, notices: 1 });
});

test('it goes a little at a time', async () => {
  let left = 1_200;
  const clear = async (_: Date, most: number) => {
    const gone = Math.min(left, most);
    left -= gone;
    return gone;
  };
  const duty = retention([{ name: 'rows', days: 1, clear }]);
  expect([await duty.turn(), await duty.turn(), await duty.turn()]).toEqual([true, true, false]);
  expect(left).toBe(0);
});

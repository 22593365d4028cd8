import { request } from 'node:http';
import { afterAll, beforeAll, describe, expect, test, vi } from 'vitest';
import type { RunningServer } from '../server.ts';
import { boardingPass, emptyDatabase, publishing, testServer, VisitorPage, type Workspace } from '../tests/kineta.ts';
import { mayRead } from './metrics.ts';

let server: RunningServer;
let guarded: RunningServer;
let workspace: Workspace;
const TOKEN = 'a token for the metrics';

beforeAll(async () => {
  const url = await emptyDatabase();
  server = await testServer(url);
  guarded = await testServer(url, 0, { metricsToken: TOKEN });
  ({ workspace } = await publishing(server, 'measured'));
});
afterAll(async () => {
  await guarded.close();
  await server.close();
});

const read = (on = server, headers: Record<string, string> = {}) => fetch(`${on.url}/metrics`, { headers });

describe('the metrics', () => {
  test('tell of requests by route, sockets, entries, connections, orders, timers and listeners', async () => {
    const visitor = await new VisitorPage(server, await boardingPass(server, workspace.siteKey)).open();
    await visitor.reply('my secret words');
    await fetch(`${server.url}/api/flows/my-secret-words`);
    await server.database.query(
      `INSERT INTO outbox (workspace_id, conversation_id, kind, what, payload, settled, settled_at, created_at)
       VALUES (:workspace, :conversation, 'email', 'secret@x.example', '{}', 'failed', NOW(3), NOW(3))`,
      { replacements: { workspace: workspace.id, conversation: visitor.welcome.conversation } },
    );
    const response = await read();
    expect(response.headers.get('content-type')).toContain('text/plain');
    const text = await response.text();
    for (const line of [
      /^kineta_request_seconds_count\{method="GET",route="\/w\/:key\/window",status="200"\} \d/m,
      /^kineta_sockets\{end="visitor"\} 1$/m,
      /^kineta_sockets\{end="studio"\} 0$/m,
      /^kineta_entries_total\{kind="replied"\} 1$/m,
      /^kineta_database_connections\{state="waited for"\} 0$/m,
      /^kineta_orders_set_aside\{kind="email"\} 1$/m,
      /^kineta_timer_lag_seconds 0$/m,
      /^kineta_listener_behind\{listener="notices"\} \d/m,
      /^kineta_nodejs_eventloop_lag_seconds /m,
    ])
      expect(text).toMatch(line);
    // Nothing that somebody wrote is in it.
    expect(text).not.toContain('secret');
    visitor.close();
  });

  test('are for this machine, and for whoever has the token where there is one', async () => {
    expect((await read()).status).toBe(200);
    for (const header of ['x-forwarded-for', 'forwarded', 'via'])
      expect((await read(server, { [header]: '127.0.0.1' })).status).toBe(404);
    expect((await read(guarded)).status).toBe(404);
    expect((await read(guarded, { authorization: 'Bearer another token' })).status).toBe(404);
    expect((await read(guarded, { authorization: `Bearer ${TOKEN}` })).status).toBe(200);
  });

  test.each([
    ['127.0.0.1', true],
    ['::1', true],
    ['::ffff:127.0.0.1', true],
    ['10.0.0.1', false],
    ['::ffff:10.0.0.1', false],
    ['1127.0.0.1', false],
  ])('without a token, who asks from %s: %s', (remoteAddress, may) => {
    expect(mayRead({ socket: { remoteAddress } as never, headers: {} }, undefined)).toBe(may);
  });

  test('go on without the database', async () => {
    const alone = await testServer(await emptyDatabase());
    vi.spyOn(alone.database, 'query').mockRejectedValue(new Error('gone'));
    const text = await (await read(alone)).text();
    expect(text).toContain('kineta_sockets');
    vi.restoreAllMocks();
    await alone.close();
  });
});

test('a request that is broken off is measured as well', async () => {
  const info = vi.spyOn(server.house.logger, 'info');
  await new Promise<void>(resolve => {
    const asked = request(`${server.url}/api/account/sign-in`, {
      method: 'POST',
      headers: { 'content-type': 'application/json', 'content-length': '100' },
    });
    asked.on('error', () => resolve());
    asked.write('{', () => asked.destroy());
  });
  await vi.waitFor(() =>
    expect(info).toHaveBeenCalledWith(
      expect.objectContaining({ method: 'POST', path: '/api/account/sign-in', request: expect.any(String) }),
      'request',
    ),
  );
  info.mockRestore();
});

import { type ConversationSummary, conversationRoutes, flowRoutes, type StudioNews } from '@kineta/contract';
import { io, type Socket } from 'socket.io-client';
import { afterAll, beforeAll, describe, expect, test, vi } from 'vitest';
import type { RunningServer } from '../server.ts';
import {
  Browser,
  boardingPass,
  emptyDatabase,
  greeting,
  makeWorkspace,
  rewrite,
  testServer,
  VisitorPage,
  type Workspace,
} from '../tests/kineta.ts';

let server: RunningServer;
let here: Workspace;
let there: Workspace;
let lead: Browser;
let agent: Browser;
let stranger: Browser;
const sockets: Socket[] = [];

beforeAll(async () => {
  server = await testServer(await emptyDatabase());
  here = await makeWorkspace(server.database, 'here');
  there = await makeWorkspace(server.database, 'there');
  lead = await new Browser(server).signIn(here.lead);
  agent = await new Browser(server).signIn(here.agent);
  stranger = await new Browser(server).signIn(there.lead);
  const flow = (await lead.call(flowRoutes.create, { body: { file: JSON.stringify(greeting) } })).reply;
  await lead.call(flowRoutes.publish, { params: { id: flow.id }, body: { revision: 1, sites: [here.site] } });
});
afterAll(async () => {
  for (const socket of sockets) socket.close();
  await server.close();
});

/** The studio’s socket of somebody, with all that it hears. */
function listen(cookie: string, origin?: string) {
  const socket: Socket<StudioNews> = io(`${server.url}/studio`, {
    transports: ['websocket'],
    forceNew: true,
    reconnection: false,
    extraHeaders: { cookie, ...(origin ? { origin } : {}) },
  });
  sockets.push(socket);
  const heard: Array<[string, unknown]> = [];
  socket.onAny((name: string, body: unknown) => heard.push([name, body]));
  const ready = new Promise<string>(resolve => {
    socket.once('connect', () => resolve('connected'));
    socket.once('connect_error', error =>
      resolve((error as Error & { data?: { code: string } }).data?.code ?? error.message),
    );
  });
  const named = <K extends keyof StudioNews>(name: K) =>
    heard.filter(([event]) => event === name).map(([, body]) => body as Parameters<StudioNews[K]>[0]);
  return { socket: socket as Socket, ready, heard, named };
}

const visit = async (): Promise<VisitorPage> => {
  const page = await new VisitorPage(server, await boardingPass(server, here.siteKey)).open();
  sockets.push(page.socket as unknown as Socket);
  return page;
};

describe('the studio’s socket', () => {
  test('opens for members alone, and not from another site’s page', async () => {
    expect(await listen('').ready).toBe('not_signed_in');
    expect(await listen('kineta_session=forged').ready).toBe('not_signed_in');
    expect(await listen(agent.cookie, 'http://elsewhere.example').ready).toBe('not_allowed');
    expect(await listen(agent.cookie).ready).toBe('connected');
  });

  test('hears of its own workspace’s conversations and of nobody else’s', async () => {
    const ours = listen(agent.cookie);
    const theirs = listen(stranger.cookie);
    await Promise.all([ours.ready, theirs.ready]);
    const visitor = await visit();
    await vi.waitFor(() =>
      expect(ours.named('conversation').map((summary: ConversationSummary) => summary.id)).toContain(
        visitor.welcome.conversation,
      ),
    );
    expect(theirs.heard).toEqual([]);
    const answer = await theirs.socket
      .timeout(5_000)
      .emitWithAck('watch', { conversation: visitor.welcome.conversation });
    expect(answer).toMatchObject({ ok: false, problem: { code: 'not_found' } });
    await visitor.reply('Flat');
    await vi.waitFor(() => expect(ours.named('conversation').at(-1)?.last).toBeGreaterThan(4));
    expect(theirs.heard).toEqual([]);
  });

  test('who watches a conversation gets its entries, who is there and who writes, until it stops watching', async () => {
    const visitor = await visit();
    const conversation = visitor.welcome.conversation;
    const watcher = listen(agent.cookie);
    await watcher.ready;
    expect(await watcher.socket.timeout(5_000).emitWithAck('watch', { conversation })).toMatchObject({
      ok: true,
      here: true,
      readers: [{ name: 'Agent of here' }],
    });
    await visitor.reply('Flat');
    await vi.waitFor(() =>
      expect(watcher.named('entries').flatMap(batch => batch.entries.map(entry => entry.kind))).toContain('learnt'),
    );
    visitor.socket.emit('typing');
    await vi.waitFor(() => expect(watcher.named('typing')).toEqual([{ conversation, name: null }]));
    visitor.close();
    await vi.waitFor(() => expect(watcher.named('presence').at(-1)).toEqual({ conversation, here: false }));
    watcher.socket.emit('unwatch', { conversation });
    const count = watcher.named('entries').length;
    await agent.call(conversationRoutes.note, {
      params: { id: conversation },
      body: { clientId: 'after-watch', text: 'x' },
    });
    await vi.waitFor(() => expect(watcher.named('conversation').length).toBeGreaterThan(1));
    expect(watcher.named('entries')).toHaveLength(count);
  });

  test('a member’s writing is shown to the visitor and the others, not to the writer', async () => {
    const visitor = await visit();
    const conversation = visitor.welcome.conversation;
    const writer = listen(agent.cookie);
    const other = listen(lead.cookie);
    await Promise.all([writer.ready, other.ready]);
    for (const { socket } of [writer, other]) await socket.timeout(5_000).emitWithAck('watch', { conversation });
    const shown = new Promise(resolve => visitor.socket.once('typing', resolve));
    writer.socket.emit('typing', { conversation });
    expect(await shown).toEqual({ name: 'Agent of here' });
    await vi.waitFor(() => expect(other.named('typing')).toHaveLength(1));
    expect(writer.named('typing')).toEqual([]);
  });

  test('those who have a draft open are told of each other and of every edit, and nobody else is', async () => {
    const flow = (await lead.call(flowRoutes.create, { body: { name: 'New' } })).reply;
    const [ours, away, agents] = [listen(lead.cookie), listen(lead.cookie), listen(agent.cookie)];
    await Promise.all([ours.ready, away.ready, agents.ready]);
    const at = { flow: flow.id, scene: 'welcome', step: 'hello' };
    agents.socket.emit('writes', { ...at, writer: 'agent' });
    ours.socket.emit('writes', { ...at, writer: 'page-1' });
    await vi.waitFor(() => expect(ours.named('writers')).toHaveLength(1));
    expect(ours.named('writers')).toEqual([
      { flow: flow.id, writers: [{ writer: 'page-1', name: 'Lead of here', scene: 'welcome', step: 'hello' }] },
    ]);
    await rewrite(lead, flow.id, greeting, 'page-2');
    await vi.waitFor(() =>
      expect(ours.named('edits')).toMatchObject([
        { flow: flow.id, revision: 2, by: 'Lead of here', writer: 'page-2', edits: expect.any(Array) },
      ]),
    );
    away.socket.emit('writes', { ...at, writer: 'page-2', step: 'end' });
    await vi.waitFor(() => expect(ours.named('writers').at(-1)).toMatchObject({ writers: { length: 2 } }));
    away.socket.disconnect();
    await vi.waitFor(() => expect(ours.named('writers').at(-1)).toMatchObject({ writers: { length: 1 } }));
    ours.socket.emit('writes', { writer: 'page-1', scene: '', step: '' });
    await rewrite(lead, flow.id, { ...greeting, speaker: 'Wren' });
    expect(ours.named('edits')).toHaveLength(1);
    expect([...agents.named('writers'), ...agents.named('edits'), ...away.named('edits')]).toEqual([]);
  });

  test('calls that are not as the contract says are answered with a problem, or passed over', async () => {
    const { socket, ready } = listen(agent.cookie);
    await ready;
    expect(await socket.timeout(5_000).emitWithAck('watch', { conversation: "1' OR 1=1" })).toMatchObject({
      ok: false,
      problem: { code: 'invalid_request' },
    });
    socket.emit('watch', null);
    socket.emit('typing', { conversation: 5 });
    socket.emit('unwatch');
    expect(await socket.timeout(5_000).emitWithAck('watch', {})).toMatchObject({ ok: false });
  });
});

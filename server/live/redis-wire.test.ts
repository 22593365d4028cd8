import { accountRoutes, type ConversationSummary, conversationRoutes, settingsRoutes } from '@kineta/contract';
import { Redis } from 'ioredis';
import { io, type Socket } from 'socket.io-client';
import { afterAll, afterEach, beforeAll, describe, expect, test, vi } from 'vitest';
import type { RunningServer } from '../server.ts';
import {
  Browser,
  boardingPass,
  emptyDatabase,
  publishing,
  testServer,
  VisitorPage,
  type Workspace,
} from '../tests/kineta.ts';
import { TestRedis } from '../tests/redis.ts';

const until = (what: () => unknown, timeout = 15_000) => vi.waitFor(what, { timeout, interval: 20 });

let redis: TestRedis;
let one: RunningServer;
let other: RunningServer;
let workspace: Workspace;
let lead: Browser;
let flow: string;
const pages: VisitorPage[] = [];
const sockets: Socket[] = [];

beforeAll(async () => {
  redis = await TestRedis.start();
  const url = await emptyDatabase();
  one = await testServer(url, 0, { redisUrl: redis.url });
  other = await testServer(url, 0, { redisUrl: redis.url });
  ({ workspace, lead, flow } = await publishing(one, 'joined'));
});
afterEach(() => {
  for (const page of pages.splice(0)) page.close();
  for (const socket of sockets.splice(0)) socket.close();
});
afterAll(async () => {
  await one.close();
  await other.close();
  await redis.stop();
});

async function visitorOn(server: RunningServer, pass?: VisitorPage['pass']): Promise<VisitorPage> {
  const page = new VisitorPage(server, await boardingPass(server, workspace.siteKey), pass);
  pages.push(page);
  return page.open();
}

async function studioOn(server: RunningServer, { cookie }: Browser) {
  const socket = io(`${server.url}/studio`, {
    transports: ['websocket'],
    forceNew: true,
    reconnection: false,
    extraHeaders: { cookie },
  });
  sockets.push(socket);
  const heard: Array<[string, unknown]> = [];
  socket.onAny((name: string, body: unknown) => heard.push([name, body]));
  await new Promise<void>((resolve, reject) => {
    socket.once('connect', resolve);
    socket.once('connect_error', reject);
  });
  const named = <T>(name: string) => heard.filter(([event]) => event === name).map(([, body]) => body as T);
  return { socket, named };
}

const joined = () =>
  until(() => expect([one, other].map(server => server.house.wire.state())).toEqual(['joined', 'joined']));

describe('two processes on one Redis', () => {
  test('say in their health that they are joined', async () => {
    await joined();
    for (const { url } of [one, other])
      expect(await (await fetch(`${url}/health`)).json()).toEqual({ ok: true, live: 'joined' });
  });

  test('what is said in one is seen in the other, by visitors and by members, and so is who writes and who is there', async () => {
    const here = await visitorOn(one);
    const there = await visitorOn(other, here.pass);
    const studio = await studioOn(other, lead);
    const conversation = here.welcome.conversation;
    studio.socket.emit('watch', { conversation }, () => {});
    await here.reply('Flat', { choice: 'c1' });
    await until(() => expect(there.said).toEqual(here.said));
    await until(() => expect(there.said).toContain('Your email?'));
    await until(() => {
      expect(studio.named<ConversationSummary>('conversation').at(-1)?.id).toBe(conversation);
      expect(studio.named('entries')).not.toHaveLength(0);
    });
    here.socket.emit('typing');
    await until(() => expect(studio.named('typing')).toEqual([{ conversation, name: null }]));
    there.close();
    const agent = await studioOn(other, lead);
    const answer = await new Promise(resolve => agent.socket.emit('watch', { conversation }, resolve));
    expect(answer).toMatchObject({ ok: true, here: true });
    here.close();
    await until(() => expect(studio.named('presence').at(-1)).toEqual({ conversation, here: false }));
  });

  test('who reads a conversation is known in both, each member once, until they are gone', async () => {
    const visitor = await visitorOn(one);
    const { conversation } = visitor.welcome;
    const colleague = await new Browser(one).signIn(workspace.agent);
    const [hers, again, theirs] = [
      await studioOn(one, lead),
      await studioOn(one, lead),
      await studioOn(other, colleague),
    ];
    const watch = (page: typeof hers) =>
      new Promise<{ readers: Array<{ name: string }> }>(resolve =>
        page.socket.emit('watch', { conversation }, resolve),
      );
    await watch(hers);
    await watch(again);
    const { readers } = await watch(theirs);
    expect(readers.map(({ name }) => name).toSorted()).toEqual(['Agent of joined', 'Lead of joined']);
    const last = () => hers.named<{ readers: object[] }>('readers').at(-1)?.readers;
    await until(() => expect(last()).toHaveLength(2));
    theirs.socket.close();
    await until(() => expect(last()).toHaveLength(1));
    visitor.close();
  });

  test('who has a draft open is known in both', async () => {
    const [here, there] = [await studioOn(one, lead), await studioOn(other, lead)];
    here.socket.emit('writes', { flow, writer: 'w1', scene: 'welcome', step: 'hello' });
    await until(() => expect(here.named('writers')).toHaveLength(1));
    there.socket.emit('writes', { flow, writer: 'w2', scene: 'welcome', step: 'mail' });
    const both = [
      { writer: 'w1', name: lead.account?.member.name, scene: 'welcome', step: 'hello' },
      { writer: 'w2', name: lead.account?.member.name, scene: 'welcome', step: 'mail' },
    ];
    for (const { named } of [here, there])
      await until(() => {
        const last = named<{ writers: Array<{ writer: string }> }>('writers').at(-1);
        expect(last?.writers.toSorted((a, b) => a.writer.localeCompare(b.writer))).toEqual(both);
      });
  });

  test('what one changes of a workspace the other knows at once', async () => {
    await other.house.ports.directories.of(workspace.id);
    const business = [{ name: 'phone', type: 'text' as const, value: '01632 960 001' }];
    await lead.call(settingsRoutes.save, { body: { facts: business, mailFrom: null, allowedHosts: [] } });
    await until(async () => {
      const { business: known } = await other.house.ports.directories.of(workspace.id);
      expect(known).toEqual({ phone: '01632 960 001' });
    }, 1_000);
  });

  test('who signs out in one is gone from the other', async () => {
    const agent = await new Browser(one).signIn(workspace.agent);
    const { socket } = await studioOn(other, agent);
    const gone = new Promise(resolve => socket.once('disconnect', resolve));
    await agent.call(accountRoutes.signOut);
    expect(await gone).toBe('io server disconnect');
  });

  test('a visitor has one allowance in both', async () => {
    const here = await visitorOn(one);
    const there = await visitorOn(other, here.pass);
    const answers = await Promise.all(
      Array.from({ length: 30 }, (_, index) => (index % 2 === 0 ? here : there).reply('hello')),
    );
    expect(answers.filter(({ ok }) => ok)).toHaveLength(20);
  });

  test('another installation on the same Redis hears nothing of it', async () => {
    const strangers = await testServer(await emptyDatabase(), 0, { redisUrl: redis.url, secret: 'another secret' });
    const heard = vi.fn();
    strangers.house.io.of('/visitor').adapter.on('join-room', heard);
    strangers.house.wire.hear('visitor is here', heard);
    await until(() => expect(strangers.house.wire.state()).toBe('joined'));
    expect(await one.house.wire.ask('visitor is here', '1')).toEqual([false]);
    expect(heard).not.toHaveBeenCalled();
    expect(strangers.house.wire.name).not.toBe(one.house.wire.name);
    await strangers.close();
  });

  test('what is no message of ours harms nobody', async () => {
    const client = new Redis(redis.url);
    const channels = (await client.pubsub('CHANNELS', '*:wire')) as string[];
    for (const channel of channels) {
      await client.publish(channel, 'no JSON');
      await client.publish(channel, JSON.stringify({ is: 'asked', from: {}, what: '__proto__', about: 1 }));
      await client.publish(
        channel,
        JSON.stringify({ is: 'asked', from: 'x', what: '__proto__', about: '', request: '' }),
      );
    }
    await client.quit();
    const there = await visitorOn(other);
    const here = await visitorOn(one, there.pass);
    await there.reply('Flat', { choice: 'c1' });
    await until(() => expect(here.said).toContain('Your email?'));
  });
});

describe('Redis away', () => {
  test('nobody is kept from writing, nothing is lost, and who missed something is told to ask', async () => {
    const here = await visitorOn(one);
    const there = await visitorOn(other, here.pass);
    const conversation = here.welcome.conversation;
    const agent = await new Browser(other).signIn(workspace.lead);
    const behind = vi.fn();
    here.socket.on('behind', behind);
    await redis.kill();
    try {
      await until(() => expect(one.house.wire.state()).toBe('cut'));
      const start = performance.now();
      expect(await there.reply('Flat', { choice: 'c1' })).toMatchObject({ ok: true });
      expect(await here.reply('a@b.example')).toMatchObject({ ok: true });
      await agent.call(conversationRoutes.take, { params: { id: conversation } });
      await agent.call(conversationRoutes.reply, {
        params: { id: conversation },
        body: { clientId: 'from-an-agent-1', text: 'Here I am.' },
      });
      expect(performance.now() - start).toBeLessThan(4_000);
      expect(there.entries.some(entry => entry.kind === 'answered')).toBe(true);
      expect(here.entries.some(entry => entry.kind === 'answered')).toBe(false);
      expect(await (await fetch(`${one.url}/health`)).json()).toMatchObject({ ok: true, live: 'cut' });
      expect(behind).not.toHaveBeenCalled();
    } finally {
      await redis.start();
    }
    await joined();
    await until(() => expect(behind).toHaveBeenCalled());
    const missed = await new Promise(resolve => here.socket.emit('missed', { after: 0 }, resolve));
    expect(missed).toMatchObject({ ok: true });
    expect(JSON.stringify(missed)).toContain('Here I am.');
    // And from then on it comes by itself.
    await agent.call(conversationRoutes.reply, {
      params: { id: conversation },
      body: { clientId: 'from-an-agent-2', text: 'Still here.' },
    });
    await until(() => expect(JSON.stringify(here.entries)).toContain('Still here.'));
  });

  test('a process starts without it, and is joined when it comes', async () => {
    await redis.kill();
    const late = await testServer(await emptyDatabase(), 0, { redisUrl: redis.url });
    expect(late.house.wire.state()).toBe('cut');
    await redis.start();
    await until(() => expect(late.house.wire.state()).toBe('joined'));
    await late.close();
    await joined();
  });
});

describe('without Redis', () => {
  test('a second process on the same database is told of, as long as it is there', async () => {
    const url = await emptyDatabase();
    const first = await testServer(url);
    const health = async () => (await fetch(`${first.url}/health/ready`)).json();
    expect(await health()).toEqual({ ok: true, live: 'alone' });
    const second = await testServer(url);
    expect(await (await fetch(`${second.url}/health/ready`)).json()).toMatchObject({
      ok: true,
      live: 'apart',
      says: expect.stringContaining('KINETA_REDIS_URL'),
    });
    await second.close();
    const third = await testServer(url);
    expect(await (await fetch(`${third.url}/health/ready`)).json()).toMatchObject({ live: 'apart' });
    await first.close();
    await third.close();
  });

  test('nobody is let into the space where nothing is', async () => {
    const socket = io(one.url, { transports: ['websocket'], forceNew: true, reconnection: false });
    sockets.push(socket);
    const error = await new Promise<Error>(resolve => socket.once('connect_error', resolve));
    expect(error.message).toBe('There is nothing here.');
  });
});

import { createECDH, randomBytes } from 'node:crypto';
import { createServer, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { type Alert, conversationRoutes, STUDIO_NAMESPACE, tellingRoutes } from '@kineta/contract';
import { asForAll, blankTelling, type Sound, type Telling } from '@kineta/core';
import { QueryTypes } from 'sequelize';
import { SMTPServer } from 'smtp-server';
import { io, type Socket } from 'socket.io-client';
import { afterAll, afterEach, beforeAll, describe, expect, test, vi } from 'vitest';
import type { RunningServer } from '../../server.ts';
import {
  Browser,
  boardingPass,
  emptyDatabase,
  everybodyIsHere,
  makeWorkspace,
  publishing,
  testServer,
  VisitorPage,
  type Workspace,
} from '../../tests/kineta.ts';

const WAIT = { timeout: 10_000 };
const HOST = 'push.example';
let server: RunningServer;
let workspace: Workspace;
let lead: Browser;
let agent: Browser;

/** What came to the push service that stands in for those of browsers, by the path, and how it answers. */
const pushed: Array<{ path: string; headers: Record<string, unknown>; bytes: number }> = [];
let answers = 201;
const pushService: Server = createServer((request, response) => {
  let bytes = 0;
  request.on('data', (part: Buffer) => {
    bytes += part.length;
  });
  request.on('end', () => {
    pushed.push({ path: request.url ?? '', headers: request.headers, bytes });
    response.writeHead(answers).end();
  });
});
const letters: string[] = [];
const post = new SMTPServer({
  authOptional: true,
  disabledCommands: ['STARTTLS', 'AUTH'],
  onData(stream, _, done) {
    const parts: Buffer[] = [];
    stream.on('data', (part: Buffer) => parts.push(part));
    stream.on('end', () => {
      // Soft line ends are no part of what is said (RFC 2045, 6.7).
      letters.push(Buffer.concat(parts).toString('utf8').replace(/=\r\n/g, ''));
      done();
    });
  },
});
const portOf = (of: { address(): unknown }) => (of.address() as AddressInfo).port;

beforeAll(async () => {
  await new Promise<void>(resolve => pushService.listen(0, '127.0.0.1', resolve));
  await new Promise<void>(resolve => post.listen(0, '127.0.0.1', resolve));
  server = await testServer(await emptyDatabase(), 0, {
    url: 'https://studio.example',
    smtpUrl: `smtp://127.0.0.1:${portOf(post.server)}`,
    standIns: { [HOST]: `http://127.0.0.1:${portOf(pushService)}` },
  });
  ({ workspace, lead } = await publishing(server, 'alerted'));
  agent = await new Browser(server).signIn(workspace.agent);
  // Nobody takes chats, so that who waits is offered to none of them.
  await everybodyIsHere(server, workspace.id, false);
});
afterAll(async () => {
  await server.close();
  await new Promise(resolve => pushService.close(resolve));
  await new Promise<void>(resolve => post.close(resolve));
});
const open: Socket[] = [];
afterEach(async () => {
  for (const socket of open.splice(0)) socket.close();
  for (const { id } of (await lead.call(tellingRoutes.list)).reply.tellings)
    await lead.call(tellingRoutes.remove, { params: { id } });
  for (const member of [lead, agent]) {
    await member.call(tellingRoutes.keepOwn, { body: asForAll });
    const { places } = (await member.call(tellingRoutes.own)).reply;
    for (const { id } of places) await member.call(tellingRoutes.pushNoMore, { params: { id } });
  }
  pushed.length = 0;
  letters.length = 0;
  answers = 201;
});

const kept = async (telling: Partial<Telling> & { of: string }) => {
  const { reply, problem } = await lead.call(tellingRoutes.add, {
    body: { telling: { ...blankTelling(telling.of), ...telling }, on: true },
  });
  if (problem) throw new Error(problem.detail);
  return reply;
};
function addressAt(path: string) {
  const browser = createECDH('prime256v1');
  browser.generateKeys();
  return {
    endpoint: `https://${HOST}/${path}`,
    keys: { p256dh: browser.getPublicKey('base64url'), auth: randomBytes(16).toString('base64url') },
  };
}
const pushTo = async (member: Browser, path: string) =>
  (await member.call(tellingRoutes.pushHere, { body: addressAt(path) })).reply;
/** A page of the studio, which is told of alerts. */
async function pageOf(member: Browser) {
  const heard: Array<{ alert: Alert; sound: Sound | null }> = [];
  const over: string[] = [];
  const socket = io(server.url + STUDIO_NAMESPACE, {
    transports: ['websocket'],
    extraHeaders: { cookie: member.cookie },
    forceNew: true,
  });
  open.push(socket);
  socket.on('alert', one => heard.push(one));
  socket.on('alertsOver', ({ ids }) => over.push(...ids));
  await new Promise<void>(resolve => socket.once('connect', resolve));
  // In its rooms once it hears anything; it is let into them right behind the handshake.
  await vi.waitFor(async () => {
    const [there] = await server.house.io.of(STUDIO_NAMESPACE).in(`member:${member.account!.member.id}`).fetchSockets();
    expect(there).toBeDefined();
  }, WAIT);
  return { heard, over, socket };
}
const came = async () => new VisitorPage(server, await boardingPass(server, workspace.siteKey)).open();
async function waiting(): Promise<VisitorPage> {
  const visitor = await came();
  await visitor.reply('a person please');
  await vi.waitFor(() => expect(visitor.entries.some(({ kind }) => kind === 'handed over')).toBe(true), WAIT);
  return visitor;
}
const paramsOf = (visitor: VisitorPage) => ({ id: visitor.welcome.conversation });
interface Went {
  channel: string;
  went: string | null;
  member: string | null;
  address: string | null;
}
const sendings = (visitor: VisitorPage) =>
  server.database.query<Went>(
    `SELECT s.channel, s.went, s.member_id AS member, s.address FROM alert_sendings s JOIN alerts a ON a.id = s.alert_id
     WHERE a.conversation_id = :id ORDER BY s.id`,
    { replacements: { id: visitor.welcome.conversation }, type: QueryTypes.SELECT },
  );
/** All that is to be sent some time is due. */
const fallsDue = async () => {
  await server.database.query(
    'UPDATE alert_sendings SET due_at = UTC_TIMESTAMP(3) - INTERVAL 1 SECOND WHERE due_at IS NOT NULL',
  );
  server.house.wake(0);
};

describe('leads settle who is told', () => {
  test('and change it, take it away, and hear when another has meanwhile', async () => {
    const { id, telling } = await kept({ of: 'wanted' });
    const params = { id };
    const body = { telling: { ...telling, channels: ['mail' as const] }, on: false, number: 0 };
    expect((await lead.call(tellingRoutes.change, { params, body })).reply).toMatchObject({ number: 1, on: false });
    expect((await lead.call(tellingRoutes.change, { params, body })).problem.code).toBe('telling_changed');
    await lead.call(tellingRoutes.remove, { params });
    expect((await lead.call(tellingRoutes.change, { params, body })).problem.code).toBe('not_found');
  });
  test('of what there is, and to whom there is', async () => {
    const refused = async (telling: Partial<Telling>) => {
      const body = { telling: { ...blankTelling('wanted'), ...telling }, on: true };
      return (await lead.call(tellingRoutes.add, { body })).problem?.detail;
    };
    expect(await refused({ of: 'an eclipse' })).toBe('This is not known here.');
    expect(await refused({ to: [] })).toBe('Somebody is to be told.');
    expect(await refused({ to: [{ team: '999' }] })).toBe('A team in it is gone.');
    expect(await refused({ to: [{ member: '999' }] })).toBe('A member in it is gone.');
    expect(await refused({ to: [{ address: 'nobody' }] })).toBe('This is no email address.');
    expect(await refused({ onlyIf: { all: [{ fact: 'shoe size', is: 'is known' }] } })).toBe(
      'There is no fact “shoe size”.',
    );
  });
  test('alone; what is others’ is nowhere to be seen', async () => {
    const { id } = await kept({ of: 'wanted' });
    expect((await agent.call(tellingRoutes.add, { body: { telling: blankTelling('wanted'), on: true } })).status).toBe(
      403,
    );
    expect((await agent.call(tellingRoutes.remove, { params: { id } })).status).toBe(403);
    expect((await agent.call(tellingRoutes.list)).reply.tellings).toHaveLength(1);
    const stranger = await new Browser(server).signIn((await makeWorkspace(server.database, 'unalerted')).lead);
    expect((await stranger.call(tellingRoutes.list)).reply.tellings).toEqual([]);
    expect((await stranger.call(tellingRoutes.remove, { params: { id } })).status).toBe(404);
    const place = await pushTo(agent, 'mine');
    await stranger.call(tellingRoutes.pushNoMore, { params: { id: place.id } });
    await lead.call(tellingRoutes.pushNoMore, { params: { id: place.id } });
    expect((await agent.call(tellingRoutes.own)).reply.places).toHaveLength(1);
  });
});

describe('who waits', () => {
  test('is told to those who have the studio open, once, and taken back when somebody takes them', async () => {
    await kept({ of: 'wanted' });
    const page = await pageOf(agent);
    const visitor = await waiting();
    await vi.waitFor(() => expect(page.heard).toHaveLength(1), WAIT);
    const [{ alert, sound }] = page.heard as [(typeof page.heard)[number]];
    expect(alert).toMatchObject({ of: 'wanted', conversation: visitor.welcome.conversation });
    expect(alert.says).toMatch(/waits for a person\.$/);
    expect(sound).toBe('two notes');
    await visitor.reply('is anybody there?');
    await lead.call(conversationRoutes.take, { params: paramsOf(visitor) });
    await vi.waitFor(() => expect(page.over).toEqual([alert.id]), WAIT);
    expect(page.heard).toHaveLength(1);
    expect((await sendings(visitor)).every(({ went }) => went !== null)).toBe(true);
    visitor.close();
  });

  test('is told again to a page that was cut off meanwhile, and only what still stands, to whom it is told', async () => {
    await kept({ of: 'wanted', to: [{ member: agent.account!.member.id }] });
    const [still, taken] = [await waiting(), await waiting()];
    for (const visitor of [still, taken])
      await vi.waitFor(async () => expect(await sendings(visitor)).toHaveLength(1), WAIT);
    const isOver = async (visitor: VisitorPage) => {
      await lead.call(conversationRoutes.take, { params: paramsOf(visitor) });
      await vi.waitFor(async () => expect(await sendings(visitor)).toMatchObject([{ went: expect.any(String) }]), WAIT);
    };
    await isOver(taken);
    const stranger = await new Browser(server).signIn((await makeWorkspace(server.database, 'cut off')).lead);
    const [page, others, strangers] = [await pageOf(agent), await pageOf(lead), await pageOf(stranger)];
    for (const { socket } of [page, others, strangers]) socket.emit('alertsMissed', { for: 60_000 });
    await vi.waitFor(() => expect(page.heard).toHaveLength(1), WAIT);
    expect(page.heard[0]).toMatchObject({
      alert: { of: 'wanted', conversation: still.welcome.conversation },
      sound: 'two notes',
    });
    expect(page.heard[0]!.alert.says).toMatch(/waits for a person\.$/);
    page.socket.emit('alertsMissed', { for: 'ever' });
    // What is asked for behind it is answered behind it.
    for (const { socket } of [others, strangers])
      await socket.timeout(10_000).emitWithAck('watch', { conversation: '1' });
    expect([others.heard, strangers.heard]).toEqual([[], []]);
    await isOver(still);
    for (const visitor of [still, taken]) visitor.close();
  });

  test('comes to browsers and phones, sealed and signed, and is taken back there', async () => {
    await kept({ of: 'wanted', channels: ['push'] });
    await pushTo(agent, 'phone');
    await pushTo(agent, 'laptop');
    const visitor = await waiting();
    await vi.waitFor(() => expect(pushed.map(({ path }) => path).sort()).toEqual(['/laptop', '/phone']), WAIT);
    const { headers, bytes } = pushed[0]!;
    expect(headers).toMatchObject({ 'content-encoding': 'aes128gcm', urgency: 'high' });
    expect(headers.authorization).toMatch(/^vapid t=.+, ?k=.+/);
    expect(headers.topic).toMatch(/^alert-\d+$/);
    expect(bytes).toBeGreaterThan(100);
    await lead.call(conversationRoutes.take, { params: paramsOf(visitor) });
    await vi.waitFor(() => expect(pushed).toHaveLength(4), WAIT);
    expect(new Set(pushed.map(one => one.headers.topic)).size).toBe(1);
    await vi.waitFor(async () => {
      const went = (await sendings(visitor)).filter(({ member }) => member === agent.account!.member.id);
      expect(went).toMatchObject([{ went: 'taken back' }]);
    }, WAIT);
    visitor.close();
  });

  test('is sent nowhere else to who has seen it in the studio', async () => {
    await kept({ of: 'wanted', channels: ['push', 'mail'], to: [{ member: agent.account!.member.id }] });
    await pushTo(agent, 'phone');
    const page = await pageOf(agent);
    const visitor = await waiting();
    await vi.waitFor(() => expect(page.heard).toHaveLength(1), WAIT);
    page.socket.emit('alertsSeen', { ids: [page.heard[0]!.alert.id] });
    await vi.waitFor(async () => {
      expect((await sendings(visitor)).map(({ went }) => went)).toEqual(['seen', 'seen']);
    }, WAIT);
    expect(pushed).toEqual([]);
    // Another’s is not theirs to have seen.
    const others = await pageOf(lead);
    others.socket.emit('alertsSeen', { ids: ['nonsense'] });
    others.socket.emit('alertsSeen', null);
    visitor.close();
  });

  test('is told by email when nobody has looked, all of it in one letter, and not when somebody came before', async () => {
    await kept({ of: 'wanted', channels: ['mail'], to: [{ member: agent.account!.member.id }] });
    const [one, two, three] = [await waiting(), await waiting(), await waiting()];
    for (const visitor of [one, two, three])
      await vi.waitFor(async () => expect(await sendings(visitor)).toHaveLength(1), WAIT);
    await lead.call(conversationRoutes.take, { params: paramsOf(three) });
    await vi.waitFor(async () => expect(await sendings(three)).toMatchObject([{ went: 'over' }]), WAIT);
    await fallsDue();
    await vi.waitFor(() => expect(letters).toHaveLength(1), WAIT);
    const [letter] = letters;
    expect(letter).toContain('To: agent@alerted.example');
    expect(letter).toContain('Subject: 2 things at alerted');
    for (const visitor of [one, two])
      expect(letter).toContain(`https://studio.example/inbox/${visitor.welcome.conversation}`);
    expect(letter).not.toContain(`inbox/${three.welcome.conversation}`);
    await vi.waitFor(async () => expect(await sendings(one)).toMatchObject([{ went: 'sent' }]), WAIT);
    for (const visitor of [one, two, three]) visitor.close();
  });
});

test('who waits is offered to one, and it rings there alone; taken by nobody, it rings for all', async () => {
  await kept({ of: 'offered' });
  await kept({ of: 'wanted' });
  // Nobody else stands in line.
  await server.database.query(
    `UPDATE conversations SET holder = 'done', waiting_since = NULL WHERE holder = 'waiting'`,
  );
  await everybodyIsHere(server, workspace.id);
  const pages = [await pageOf(agent), await pageOf(lead)];
  const visitor = await waiting();
  const { id } = paramsOf(visitor);
  const heardOf = (code: string) =>
    pages.flatMap(({ heard }) => heard.filter(({ alert }) => alert.of === code && alert.conversation === id));
  await vi.waitFor(() => expect(heardOf('offered')).toHaveLength(1), WAIT);
  expect(heardOf('offered')[0]!.alert.says).toMatch(/is offered to you\.$/);
  // Nobody is there any more who could take it.
  await everybodyIsHere(server, workspace.id, false);
  await vi.waitFor(() => expect(heardOf('wanted').length).toBeGreaterThanOrEqual(2), WAIT);
  const offered = heardOf('offered')[0]!.alert.id;
  for (const { over } of pages) expect(over).toContain(offered);
  await lead.call(conversationRoutes.take, { params: paramsOf(visitor) });
  const wanted = heardOf('wanted').at(-1)!.alert.id;
  await vi.waitFor(() => expect(pages[0]!.over).toContain(wanted), WAIT);
  visitor.close();
});

test('a browser that takes no notifications any more is forgotten; one that is away is tried again', async () => {
  await kept({ of: 'wanted', channels: ['push'], to: [{ member: agent.account!.member.id }] });
  await pushTo(agent, 'gone');
  answers = 410;
  const visitor = await waiting();
  await vi.waitFor(async () => expect(await sendings(visitor)).toMatchObject([{ went: 'failed' }]), WAIT);
  expect((await agent.call(tellingRoutes.own)).reply.places).toEqual([]);
  await pushTo(agent, 'away');
  answers = 503;
  const other = await waiting();
  await vi.waitFor(() => expect(pushed.filter(({ path }) => path === '/away')).toHaveLength(1), WAIT);
  answers = 201;
  await vi.waitFor(async () => expect(await sendings(other)).toMatchObject([{ went: null }]), WAIT);
  await fallsDue();
  await vi.waitFor(async () => expect(await sendings(other)).toMatchObject([{ went: 'sent' }]), WAIT);
  visitor.close();
  other.close();
});

test('several addresses are sent what was said, when it is over, where a condition holds', async () => {
  const to = [{ address: 'office@brackenrow.example' }, { address: 'file@brackenrow.example' }];
  const telling = { of: 'over', to, channels: [], mailing: { after: 0 }, transcript: true };
  await kept({ ...telling, onlyIf: { all: [{ fact: 'a person has written', is: 'is', value: true }] } });
  const [visitor, other] = [await waiting(), await waiting()];
  await lead.call(conversationRoutes.take, { params: paramsOf(visitor) });
  const body = { clientId: 'client-id-1', text: 'We come on Tuesday.' };
  await lead.call(conversationRoutes.reply, { params: paramsOf(visitor), body });
  for (const one of [visitor, other]) await lead.call(conversationRoutes.done, { params: paramsOf(one) });
  await vi.waitFor(() => expect(letters).toHaveLength(2), WAIT);
  for (const letter of letters) {
    expect(letter).toContain('is over.');
    expect(letter).toContain('a person please');
    expect(letter).toContain('Lead of alerted: We come on Tuesday.');
  }
  expect(await sendings(other)).toEqual([]);
  visitor.close();
  other.close();
});

test('what a member has otherwise counts for them alone', async () => {
  await kept({ of: 'wanted', channels: ['sound'] });
  const own = { ...asForAll, kinds: { wanted: { channels: { sound: false }, sound: null } } };
  await agent.call(tellingRoutes.keepOwn, { body: own });
  expect((await agent.call(tellingRoutes.own)).reply.own).toEqual(own);
  expect((await lead.call(tellingRoutes.own)).reply.own).toEqual(asForAll);
  const [mine, leads] = [await pageOf(agent), await pageOf(lead)];
  const visitor = await waiting();
  await vi.waitFor(() => expect(leads.heard).toHaveLength(1), WAIT);
  expect(mine.heard).toEqual([]);
  visitor.close();
});

describe('a browser that is notified', () => {
  test('is whoever’s is signed in there last, and nobody’s once they sign out', async () => {
    const address = addressAt('shared');
    await lead.call(tellingRoutes.pushHere, { body: address });
    const other = await new Browser(server).signIn(workspace.agent);
    expect((await other.call(tellingRoutes.pushHere, { body: address })).reply.here).toBe(true);
    expect((await lead.call(tellingRoutes.own)).reply.places).toEqual([]);
    const query = { endpoint: address.endpoint };
    expect((await agent.call(tellingRoutes.own, { query })).reply.places).toMatchObject([{ here: true }]);
    await other.request('POST', '/api/account/sign-out', {});
    expect((await agent.call(tellingRoutes.own)).reply.places).toEqual([]);
  });
  test('has a push service of its own, which lies outside', async () => {
    const refused = async (endpoint: string) => {
      const body = { ...addressAt('x'), endpoint };
      return (await agent.call(tellingRoutes.pushHere, { body })).problem?.detail;
    };
    expect(await refused('http://push.example/x')).toBe('A push service is reached by https.');
    await agent.call(tellingRoutes.pushHere, { body: { ...addressAt('x'), endpoint: 'https://127.0.0.1:9/x' } });
    const { reply } = await agent.call(tellingRoutes.tryOut, { body: { channel: 'push' } });
    expect(reply).toEqual({ sent: 0, failed: ['its address is inside a private network.'] });
  });
  test('tries whether it is reached, and so does a mailbox', async () => {
    await pushTo(agent, 'phone');
    expect((await agent.call(tellingRoutes.tryOut, { body: { channel: 'push' } })).reply.sent).toBe(1);
    expect(pushed).toMatchObject([{ path: '/phone' }]);
    expect((await agent.call(tellingRoutes.tryOut, { body: { channel: 'mail' } })).reply.sent).toBe(1);
    expect(letters[0]).toContain('To: agent@alerted.example');
  });
});

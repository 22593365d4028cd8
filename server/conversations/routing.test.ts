import {
  accountRoutes,
  availabilityRoutes,
  type ConversationSummary,
  conversationRoutes,
  teamRoutes,
} from '@kineta/contract';
import { type Flow, OFFERED_AT_MOST } from '@kineta/core';
import { QueryTypes } from 'sequelize';
import { afterAll, beforeAll, beforeEach, describe, expect, test, vi } from 'vitest';
import { members } from '../account/model.ts';
import type { RunningServer } from '../server.ts';
import {
  Browser,
  boardingPass,
  emptyDatabase,
  everybodyIsHere,
  publishing,
  testServer,
  VisitorPage,
  type Workspace,
} from '../tests/kineta.ts';
import { absent, GONE_FOR } from './absent.ts';
import { Announcer } from './announcer.ts';
import { conversations, offers, turns } from './model.ts';
import { paceOf } from './turns.ts';

/** Greets and fetches somebody of Sales. */
const fetches: Flow = {
  format: 'kineta.flow/2',
  name: 'Straight to somebody',
  speaker: 'Robin',
  facts: [],
  scenes: [
    {
      id: 'a',
      title: 'A',
      steps: [
        {
          id: 'over',
          kind: 'hand over',
          team: 'Sales',
          waiting: [[{ text: 'One moment.' }]],
          closed: { line: [[{ text: 'Nobody is here.' }]] },
        },
        { id: 'end', kind: 'end' },
      ],
    },
  ],
};

let server: RunningServer;
/** A second process on the same database. */
let other: RunningServer;
let workspace: Workspace;
let lead: Browser;
let agent: Browser;
beforeAll(async () => {
  const url = await emptyDatabase();
  server = await testServer(url);
  other = await testServer(url);
  ({ workspace, lead } = await publishing(server, 'Routing', fetches));
  agent = await new Browser(server).signIn(workspace.agent);
});
afterAll(async () => {
  await other.close();
  await server.close();
});

const idOf = async (browser: Browser) => (await browser.call(accountRoutes.me)).reply.member.id;
const takes = async (browser: Browser, body: { away?: boolean; most?: number }) => {
  await browser.call(availabilityRoutes.change, { body });
  other.house.ports.directories.forget(workspace.id);
};
const comes = async (): Promise<VisitorPage> =>
  new VisitorPage(server, await boardingPass(server, workspace.siteKey)).open();
const waiting = async (): Promise<ConversationSummary[]> =>
  (await lead.call(conversationRoutes.list, { query: { list: 'waiting' } })).reply.conversations;
const offeredTo = async (visitor: VisitorPage): Promise<string | undefined> =>
  (await waiting()).find(({ id }) => id === visitor.welcome.conversation)?.offered?.member.id;
/** Time has passed for every offer that there is. */
const runOut = () =>
  server.database.query('UPDATE offers SET offered_at = offered_at - INTERVAL 1 HOUR, until = UTC_TIMESTAMP(3)');
const log = async (visitor: VisitorPage) =>
  (await lead.call(conversationRoutes.get, { params: { id: visitor.welcome.conversation } })).reply.entries;

beforeEach(async () => {
  await server.database.query(`UPDATE conversations SET holder = 'done', waiting_since = NULL, agent_id = NULL`);
  await everybodyIsHere(server, workspace.id);
  await takes(lead, { away: false, most: 4 });
  await takes(agent, { away: false, most: 4 });
});

describe('who waits', () => {
  test('is offered to one who takes chats, and passed on when they do not take them', async () => {
    await takes(lead, { away: true });
    const [leads, agents] = [await idOf(lead), await idOf(agent)];
    const visitor = await comes();
    await vi.waitFor(async () => expect(await offeredTo(visitor)).toBe(agents), 5_000);
    await takes(lead, { away: false });
    await runOut();
    await vi.waitFor(async () => expect(await offeredTo(visitor)).toBe(leads), 5_000);
    // Who let them go by is written behind that, and not in the same breath.
    await vi.waitFor(async () =>
      expect(await log(visitor)).toContainEqual(
        expect.objectContaining({ kind: 'let by', member: expect.objectContaining({ id: agents }) }),
      ),
    );
    // The visitor is told nothing of it, and whoever takes them has them.
    expect(visitor.entries.map(({ kind }) => kind)).not.toContain('let by');
    await agent.call(conversationRoutes.take, { params: { id: visitor.welcome.conversation } });
    expect(await offeredTo(visitor)).toBeUndefined();
    visitor.close();
  });

  test('is offered no more to somebody who has gone, and the log blames nobody for it', async () => {
    await takes(lead, { away: true });
    const visitor = await comes();
    await vi.waitFor(async () => expect(await offeredTo(visitor)).toBe(await idOf(agent)), 5_000);
    await takes(agent, { away: true });
    await vi.waitFor(async () => expect(await offeredTo(visitor)).toBeUndefined(), 5_000);
    await takes(lead, { away: false });
    await vi.waitFor(async () => expect(await offeredTo(visitor)).toBe(await idOf(lead)), 5_000);
    expect((await log(visitor)).map(({ kind }) => kind)).not.toContain('let by');
    visitor.close();
  });

  test('is offered to the team that they were passed on to, and at once', async () => {
    await takes(lead, { away: true });
    const visitor = await comes();
    await vi.waitFor(async () => expect(await offeredTo(visitor)).toBe(await idOf(agent)), 5_000);
    const made = (await lead.call(teamRoutes.make, { body: { name: 'Accounts' } })).reply;
    await lead.call(teamRoutes.change, { params: { id: made.id }, body: { members: [await idOf(lead)] } });
    await takes(lead, { away: false });
    const params = { id: visitor.welcome.conversation };
    await lead.call(conversationRoutes.passOn, { params, body: { team: made.id } });
    await vi.waitFor(async () => expect(await offeredTo(visitor)).toBe(await idOf(lead)), 5_000);
    expect((await log(visitor)).map(({ kind }) => kind)).not.toContain('let by');
    visitor.close();
  });

  test('is not offered for ever to somebody who never takes them', async () => {
    await takes(lead, { away: true });
    const visitor = await comes();
    const id = visitor.welcome.conversation;
    const rows = server.house.tables.in(workspace.id).of(offers);
    await vi.waitFor(async () => expect(await offeredTo(visitor)).toBeDefined(), 5_000);
    for (let times = 1; times <= OFFERED_AT_MOST; times++) {
      await runOut();
      await vi.waitFor(async () => expect((await rows.one({ conversationId: id }))?.letBy).toHaveLength(times), 5_000);
      const letBy = (await rows.one({ conversationId: id }))!.letBy.map(past => ({ ...past, at: 0 }));
      await rows.change({ letBy }, { conversationId: id });
      if (times < OFFERED_AT_MOST) await vi.waitFor(async () => expect(await offeredTo(visitor)).toBeDefined(), 5_000);
    }
    // A turn and more later it is still offered to nobody, and stands in the list for whoever takes it.
    const turnsTaken = vi.fn(() => waiting());
    await vi.waitFor(async () => {
      expect((await turnsTaken()).find(one => one.id === id)).toMatchObject({ offered: null });
      expect(turnsTaken.mock.calls.length).toBeGreaterThan(40);
    }, 5_000);
    visitor.close();
  });

  test('is offered to nobody beyond what they take, nor two at once, in two processes that decide at once', async () => {
    await takes(lead, { most: 2 });
    await takes(agent, { most: 1 });
    const visitors = await Promise.all(Array.from({ length: 6 }, comes));
    const [leads, agents] = [await idOf(lead), await idOf(agent)];
    const line = (await waiting()).map(({ id }) => id);
    const offered = async () =>
      (await waiting()).flatMap(({ id, offered: to }) => (to ? [[line.indexOf(id), to.member.id] as const] : []));
    const settles = async (members: string[]) => {
      await vi.waitFor(
        async () => expect((await offered()).map(([, member]) => member).toSorted()).toEqual(members.toSorted()),
        5_000,
      );
      for (let looks = 0; looks < 20; looks++) expect(await offered()).toHaveLength(members.length);
    };
    await settles([leads, agents]);
    // The longest waiting first.
    expect((await offered()).map(([at]) => at)).toEqual([0, 1]);
    const theirs = async (member: string) => line[(await offered()).find(([, to]) => to === member)![0]]!;
    const agents1 = await theirs(agents);
    await agent.call(conversationRoutes.take, { params: { id: agents1 } });
    await settles([leads]);
    await lead.call(conversationRoutes.take, { params: { id: await theirs(leads) } });
    // They have room for another; then they have not.
    await settles([leads]);
    expect((await offered()).map(([at]) => at)).toEqual([2]);
    await lead.call(conversationRoutes.take, { params: { id: await theirs(leads) } });
    await settles([]);
    await agent.call(conversationRoutes.done, { params: { id: agents1 } });
    await settles([agents]);
    for (const visitor of visitors) visitor.close();
  });

  test('is meant for whom they spoke with before, and it is known how long people have conversations', async () => {
    await takes(lead, { most: 5 });
    const visitor = await comes();
    const id = visitor.welcome.conversation;
    await vi.waitFor(async () => expect(await offeredTo(visitor)).toBeDefined(), 5_000);
    const spoke = (await offeredTo(visitor)) === (await idOf(lead)) ? lead : agent;
    await spoke.call(conversationRoutes.take, { params: { id } });
    const rows = server.house.tables.in(workspace.id).of(turns);
    await vi.waitFor(async () => expect(await rows.one({ conversationId: id })).toBeDefined(), 5_000);
    expect(await rows.one({ conversationId: id })).toMatchObject({ memberId: await idOf(spoke), endedAt: null });
    expect((await rows.one({ conversationId: id }))?.takenIn).toBeGreaterThanOrEqual(0);
    const body = { team: workspace.team };
    await spoke.call(conversationRoutes.passOn, { params: { id }, body });
    await vi.waitFor(async () => expect((await rows.one({ conversationId: id }))?.endedAt).not.toBeNull(), 5_000);
    expect((await paceOf(server.house, workspace.id, workspace.team)).held.length).toBeGreaterThan(0);
    // They have more than the other, and yet are asked first.
    const more = await comes();
    await spoke.call(conversationRoutes.take, { params: { id: more.welcome.conversation } });
    await vi.waitFor(async () => {
      // What was being decided when an offer was taken away is offered all the same: it is taken away again.
      if ((await offeredTo(visitor)) !== (await idOf(spoke)))
        await server.house.tables.in(workspace.id).of(offers).remove({});
      expect(await offeredTo(visitor)).toBe(await idOf(spoke));
    }, 8_000);
    for (const page of [visitor, more]) page.close();
  });

  test('hears where they stand, anew when that changes and when a page of theirs comes again', async () => {
    await takes(agent, { away: true });
    await takes(lead, { most: 1 });
    const places = (page: VisitorPage) => {
      const told: number[] = [];
      page.socket.on('now', is => 'place' in is && told.push(is.place));
      return told;
    };
    const first = await comes();
    const toldFirst = places(first);
    const second = await comes();
    const toldSecond = places(second);
    await vi.waitFor(() => expect([toldFirst.at(-1), toldSecond.at(-1)]).toEqual([1, 2]), 8_000);
    await lead.call(conversationRoutes.take, { params: { id: first.welcome.conversation } });
    await vi.waitFor(() => expect(toldSecond.at(-1)).toBe(1), 8_000);
    const again = new VisitorPage(other, await boardingPass(other, workspace.siteKey), second.pass);
    const toldAgain = places(again);
    await again.open();
    await vi.waitFor(() => expect(toldAgain).toEqual([1]), 8_000);
    expect(toldFirst).toEqual([1]);
    for (const page of [first, second, again]) page.close();
  });
});

describe('nobody at their desk', () => {
  test('is said instead of a promise, and the flow goes on', async () => {
    await everybodyIsHere(server, workspace.id, false);
    const visitor = await comes();
    expect(visitor.said).toEqual(['Nobody is here.']);
    expect(visitor.welcome.holder).toBe('done');
    visitor.close();
  });

  test('is told to who has the chat open, and so is somebody who comes', async () => {
    const visitor = await comes();
    const told: boolean[] = [];
    visitor.socket.on('now', is => 'open' in is && told.push(is.open));
    for (const [away, open] of [
      [true, false],
      [false, true],
    ] as const) {
      await takes(lead, { away });
      await takes(agent, { away });
      await vi.waitFor(() => expect(told.at(-1)).toBe(open), 8_000);
    }
    visitor.close();
  });

  test('for long is said as the lead wants it said, unless somebody has come', async () => {
    const [first] = fetches.scenes;
    const [over] = first!.steps as [Extract<Flow['scenes'][0]['steps'][0], { kind: 'hand over' }>];
    const tooLong = { after: { amount: 2, unit: 'seconds' as const }, line: [[{ text: 'It takes long.' }]] };
    const impatient: Flow = {
      ...fetches,
      scenes: [{ ...first!, steps: [{ ...over, tooLong, member: 'Agent of Long' }, ...first!.steps.slice(1)] }],
    };
    const { workspace: own, lead: leads } = await publishing(server, 'Long', impatient);
    const boarding = await boardingPass(server, own.siteKey);
    const [left, held] = [
      await new VisitorPage(server, boarding).open(),
      await new VisitorPage(server, boarding).open(),
    ];
    // Whom the flow names is asked first, whoever has less.
    const list = async () =>
      (await leads.call(conversationRoutes.list, { query: { list: 'waiting' } })).reply.conversations;
    await vi.waitFor(async () => {
      const one = (await list()).find(({ id }) => id === left.welcome.conversation);
      expect(one?.offered?.member.name).toBe('Agent of Long');
    }, 5_000);
    await leads.call(conversationRoutes.take, { params: { id: held.welcome.conversation } });
    // Either process may be the one that says it, and they are not on one wire.
    await vi.waitFor(async () => {
      const { reply } = await leads.call(conversationRoutes.get, { params: { id: left.welcome.conversation } });
      const said = reply.entries.flatMap(entry => (entry.kind === 'said' ? entry.line.flat() : []));
      expect(said.map(({ text }) => text)).toEqual(['One moment.', 'It takes long.']);
    }, 8_000);
    expect((await list()).map(({ id }) => id)).toEqual([]);
    // It is struck out once what it had to do is done.
    await vi.waitFor(async () => {
      const timers = await server.database.query('SELECT * FROM timers WHERE conversation_id = :id', {
        replacements: { id: held.welcome.conversation },
        type: QueryTypes.SELECT,
      });
      expect(timers).toEqual([]);
    }, 10_000);
    expect(held.said).toEqual(['One moment.']);
    for (const page of [left, held]) page.close();
  });

  test('who has no room is waited for', async () => {
    await takes(lead, { most: 1 });
    await takes(agent, { away: true });
    const first = await comes();
    await lead.call(conversationRoutes.take, { params: { id: first.welcome.conversation } });
    const second = await comes();
    expect(second.said).toEqual(['One moment.']);
    for (const page of [first, second]) page.close();
  });
});

describe('a laptop asleep', () => {
  test('leaves those who wait for a word to the line, in order, and the others to its owner', async () => {
    await takes(lead, { away: true });
    const pages: VisitorPage[] = [];
    for (const wrote of ['first', 'second', 'answered']) {
      const page = await comes();
      await agent.call(conversationRoutes.take, { params: { id: page.welcome.conversation } });
      await page.reply(`I am the ${wrote}.`);
      pages.push(page);
    }
    const ids = pages.map(page => page.welcome.conversation);
    const body = { clientId: 'to-the-third', text: 'Hello.' };
    await agent.call(conversationRoutes.reply, { params: { id: ids[2]! }, body });
    const rows = server.house.tables.in(workspace.id);
    const asleep = new Date(Date.now() - (GONE_FOR + 1) * 60_000);
    await rows.of(members).change({ hereAt: asleep }, { id: await idOf(agent) });
    const duty = absent(server.house, new Announcer(server.house));
    // Just now they wrote: it may be that a page is only opened anew.
    await duty.turn();
    expect(await rows.of(conversations).count({ holder: 'agent' })).toBe(3);
    await rows.of(conversations).change({ lastAt: asleep }, { id: ids });
    await server.database.query('UPDATE entries SET at = at - INTERVAL 6 MINUTE');
    await duty.turn();
    expect((await waiting()).map(({ id }) => id)).toEqual(ids.slice(0, 2));
    expect(await rows.of(conversations).one({ id: ids[2]! })).toMatchObject({ holder: 'agent' });
    await vi.waitFor(() => expect(pages[0]!.said.at(-1)).toMatch(/^Agent of Routing had to go/));
    expect((await log(pages[0]!)).map(({ kind }) => kind)).toContain('left alone');
    expect(pages[0]!.entries.map(({ kind }) => kind)).not.toContain('left alone');
    // Told once.
    await duty.turn();
    expect(pages[0]!.said.filter(text => text.includes('had to go'))).toHaveLength(1);
    for (const page of pages) page.close();
  });
});

test('the time to take somebody is the team’s own', async () => {
  const params = { id: workspace.team };
  await lead.call(teamRoutes.change, { params, body: { acceptsWithin: 120 } });
  other.house.ports.directories.forget(workspace.id);
  const visitor = await comes();
  await vi.waitFor(async () => expect(await offeredTo(visitor)).toBeDefined(), 5_000);
  const [row] = await server.database.query<{ seconds: string }>(
    'SELECT TIMESTAMPDIFF(SECOND, offered_at, until) AS seconds FROM offers WHERE conversation_id = :id',
    { replacements: { id: visitor.welcome.conversation }, type: QueryTypes.SELECT },
  );
  expect(Number(row!.seconds)).toBe(120);
  await lead.call(teamRoutes.change, { params, body: { acceptsWithin: 30 } });
  visitor.close();
});

import { conversationRoutes, flowRoutes } from '@kineta/contract';
import pino from 'pino';
import { QueryTypes } from 'sequelize';
import { afterAll, beforeAll, beforeEach, describe, expect, test, vi } from 'vitest';
import { removeMember } from '../account/members.ts';
import type { RunningServer } from '../server.ts';
import {
  Browser,
  boardingPass,
  emptyDatabase,
  greeting,
  makeWorkspace,
  testServer,
  VisitorPage,
  type Workspace,
} from '../tests/kineta.ts';
import type { Listener } from './listener.ts';
import type { StreamEvent } from './model.ts';
import { type Happened, Stream, writeEvents } from './stream.ts';

let url: string;
let server: RunningServer;
let workspace: Workspace;
let lead: Browser;

beforeAll(async () => {
  url = await emptyDatabase();
  server = await testServer(url);
  workspace = await makeWorkspace(server.database, 'stream');
  lead = await new Browser(server).signIn(workspace.lead);
});
afterAll(() => server.close());

const happened = (kind: string, said: Record<string, unknown> = {}): Happened => ({
  workspaceId: workspace.id,
  kind,
  at: new Date(Date.now() - 5_000),
  conversationId: null,
  flowId: null,
  editionId: null,
  number: null,
  said,
});

describe('a listener', () => {
  let heard: string[];
  let count = 0;
  const listening = (hear: (events: readonly StreamEvent[]) => void = () => {}): Listener => ({
    name: `test ${count}`,
    kinds: ['rang', 'sang'],
    async hear(events) {
      hear(events);
      heard.push(...events.map(({ said }) => String(said.n)));
      return undefined;
    },
  });
  const turns = async (stream: Stream, times = 1): Promise<void> => {
    for (let turn = 0; turn < times; turn++) await stream.duty.turn();
  };
  const streamOf = async (listener: Listener): Promise<Stream> => {
    const stream = new Stream(server.house.tables, [listener], pino({ level: 'silent' }));
    await stream.open();
    return stream;
  };
  const write = (...events: Happened[]): Promise<void> => server.database.transaction(own => writeEvents(events, own));

  beforeEach(async () => {
    heard = [];
    count++;
    await server.database.query('DELETE FROM events');
  });

  test('hears of what it wants to, in order, each once, also in another process', async () => {
    await write(happened('rang', { n: 1 }), happened('slept', { n: 2 }), happened('sang', { n: 3 }));
    const listener = listening();
    const stream = await streamOf(listener);
    await turns(stream, 3);
    expect(heard).toEqual(['1', '3']);
    await write(happened('rang', { n: 4 }));
    await turns(await streamOf(listener), 2);
    expect(heard).toEqual(['1', '3', '4']);
  });

  test('waits for what is written but not committed yet, and hears of nothing before that', async () => {
    const stream = await streamOf(listening());
    let hearing: Promise<void> | undefined;
    await server.database.transaction(async transaction => {
      await writeEvents([happened('rang', { n: 'early' })], transaction);
      await write(happened('rang', { n: 'late' }));
      hearing = turns(stream);
      await new Promise(resolve => setImmediate(resolve));
      expect(heard).toEqual([]);
    });
    await hearing;
    await turns(stream);
    expect(heard).toEqual(['early', 'late']);
  });

  test('that fails hears the same again, with nothing half done', async () => {
    let fails = true;
    const stream = await streamOf(
      listening(() => {
        if (fails) throw new Error('not now');
      }),
    );
    await write(happened('rang', { n: 1 }), happened('rang', { n: 2 }));
    await turns(stream);
    expect(heard).toEqual([]);
    fails = false;
    await turns(stream, 3);
    expect(heard).toEqual(['1', '2']);
  });

  test('that fails at one event for ever passes it over, and hears the rest', async () => {
    const stream = await streamOf(
      listening(events => {
        if (events.some(({ said }) => said.n === 2)) throw new Error('never this one');
      }),
    );
    await write(...[1, 2, 3].map(n => happened('rang', { n })));
    await turns(stream, 14);
    expect(heard).toEqual(['1', '3']);
  });

  test('hears of nothing that another process is at', async () => {
    const listener = listening();
    const stream = await streamOf(listener);
    await write(happened('rang', { n: 1 }));
    await server.database.transaction(async transaction => {
      await server.database.query('SELECT position FROM listeners WHERE name = :name FOR UPDATE', {
        replacements: { name: listener.name },
        type: QueryTypes.SELECT,
        transaction,
      });
      await turns(stream);
      expect(heard).toEqual([]);
    });
    await turns(stream);
    expect(heard).toEqual(['1']);
  });
});

describe('what happens in conversations', () => {
  let flow: string;
  beforeAll(async () => {
    await server.database.query('DELETE FROM events');
    flow = (await lead.call(flowRoutes.create, { body: { file: JSON.stringify(greeting) } })).reply.id;
    await lead.call(flowRoutes.publish, { params: { id: flow }, body: { revision: 1, sites: [workspace.site] } });
  });
  const visit = async (): Promise<VisitorPage> =>
    new VisitorPage(server, await boardingPass(server, workspace.siteKey)).open();

  test('is told in the transaction in which it happens, with where that was', async () => {
    const page = await visit();
    await page.reply('Flat');
    const rows = await server.database.query<{ kind: string; number: number }>(
      'SELECT kind, number FROM events WHERE conversation_id = :id ORDER BY id',
      { replacements: { id: page.welcome.conversation }, type: QueryTypes.SELECT },
    );
    expect(rows).toMatchObject([
      { kind: 'opened', number: 1 },
      { kind: 'entered', number: 2 },
      { kind: 'replied' },
      { kind: 'learnt' },
    ]);
    page.close();
  });

  test('is counted by flow and edition, and each scene once a conversation', async () => {
    const pages = await Promise.all([visit(), visit()]);
    const get = async () => (await lead.call(flowRoutes.get, { params: { id: flow } })).reply;
    await vi.waitFor(async () => {
      const { conversations, reach } = await get();
      expect(conversations).toBe(3);
      expect(reach).toEqual({ welcome: 3 });
    }, 8_000);
    for (const page of pages) {
      await page.reply('start again');
      page.close();
    }
    await vi.waitFor(async () => {
      const { reply } = await lead.call(flowRoutes.ways, { params: { id: flow } });
      expect(reply).toEqual({
        conversations: 3,
        reach: { welcome: 3 },
        ways: [{ from: 'welcome', to: 'welcome', conversations: 2 }],
      });
    }, 8_000);
  });

  test('of a member who is removed waits for somebody else, and they are let in nowhere any more', async () => {
    const agent = await new Browser(server).signIn(workspace.agent);
    const page = await visit();
    const params = { id: page.welcome.conversation };
    await agent.call(conversationRoutes.take, { params });
    expect(await removeMember(server.house, workspace.id, agent.account!.member.id)).toBe(true);
    expect((await agent.call(conversationRoutes.done, { params })).status).toBe(401);
    await vi.waitFor(async () => {
      const { reply } = await lead.call(conversationRoutes.get, { params });
      expect(reply.conversation).toMatchObject({ holder: 'waiting', agent: null });
      expect(reply.entries.at(-1)).toMatchObject({ kind: 'released', member: { name: 'Agent of stream' } });
    }, 8_000);
    page.close();
  });
});

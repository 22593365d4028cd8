import { flowRoutes, orderRoutes } from '@kineta/contract';
import pino from 'pino';
import { afterAll, afterEach, beforeAll, beforeEach, describe, expect, test, vi } from 'vitest';
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
import { outbox } from './model.ts';
import { type Errand, Outbox, type Ran, type Teller } from './outbox.ts';

let server: RunningServer;
let workspace: Workspace;
let lead: Browser;
let conversation: string;
let page: VisitorPage;

beforeAll(async () => {
  server = await testServer(await emptyDatabase());
  workspace = await makeWorkspace(server.database, 'outbox');
  lead = await new Browser(server).signIn(workspace.lead);
  const flow = (await lead.call(flowRoutes.create, { body: { file: JSON.stringify(greeting) } })).reply;
  await lead.call(flowRoutes.publish, { params: { id: flow.id }, body: { revision: 1, sites: [workspace.site] } });
  page = await new VisitorPage(server, await boardingPass(server, workspace.siteKey)).open();
  conversation = page.welcome.conversation;
});
afterAll(async () => {
  page.close();
  await server.close();
});

const rows = () => server.house.tables.in(workspace.id).of(outbox);
beforeEach(() => rows().remove({}));

const order = (payload: unknown = 'x', more: object = {}) =>
  rows().add({
    conversationId: conversation,
    kind: 'test',
    what: 'somewhere',
    payload,
    dueAt: new Date(Date.now() - 1_000),
    createdAt: new Date(),
    ...more,
  });

const boxes: Outbox[] = [];
afterEach(() => {
  for (const box of boxes.splice(0)) box.close();
});

/** An outbox of another process, with an errand of its own; time passes as it is told to. */
function boxOf(run: Errand['run'], tell: Teller = async (_, __, also) => server.database.transaction(also)) {
  const errand: Errand = {
    kind: 'test',
    slots: { all: 5, share: 5 },
    run,
    gaveUp: (payload, why) => ({ event: 'told', ticket: Number(payload), outcome: 'failed', why }),
  };
  const box = new Outbox(server.house.tables, [errand], tell, () => {}, pino({ level: 'silent' }));
  boxes.push(box);
  const [lane] = box.lanes;
  return async () => {
    await lane!.turn();
    await lane!.close();
    await rows().change({ dueAt: new Date(Date.now() - 1_000) }, { settled: null });
  };
}
const turns = async (turn: () => Promise<void>, count: number) => {
  for (let done = 0; done < count; done++) await turn();
};

describe('an order', () => {
  test('is carried out under a key that stays the same, and is no other order’s', async () => {
    await order();
    await order();
    const keys: string[] = [];
    const turn = boxOf(async ({ key, tries }): Promise<Ran> => {
      keys.push(key);
      return tries < 2 ? { again: 1, why: 'not yet' } : { settled: 'done' };
    });
    await turns(turn, 3);
    expect(keys).toHaveLength(4);
    expect(new Set(keys).size).toBe(2);
  });

  test('at which its errand stumbles, whatever the error, is set aside in the end, and its conversation is told', async () => {
    const id = await order(7);
    const told: unknown[] = [];
    let runs = 0;
    const turn = boxOf(
      async () => {
        runs++;
        throw new TypeError('of undefined');
      },
      async (_, event, also) => {
        told.push(event);
        await server.database.transaction(also);
      },
    );
    await turns(turn, 9);
    expect(runs).toBe(4);
    expect(told).toEqual([expect.objectContaining({ ticket: 7, outcome: 'failed' })]);
    expect(await rows().one({ id })).toMatchObject({ settled: 'failed', tries: 4, dueAt: null });
  });

  test('is not carried out again because its conversation could not be told', async () => {
    const id = await order();
    let runs = 0;
    let refusals = 2;
    const turn = boxOf(
      async () => {
        runs++;
        return { settled: 'done', tell: { event: 'told', ticket: 1, outcome: 'worked', result: 1 } };
      },
      async (_, __, also) => {
        if (refusals-- > 0) throw new Error('Incorrect string value');
        await server.database.transaction(also);
      },
    );
    await turns(turn, 5);
    expect(runs).toBe(1);
    expect(await rows().one({ id })).toMatchObject({ settled: 'done', went: null });
  });

  test('of which its conversation can never be told is set aside', async () => {
    const id = await order('?');
    let tellings = 0;
    const turn = boxOf(
      async () => ({ settled: 'done', tell: { event: 'told', ticket: 1, outcome: 'worked', result: '\ud800' } }),
      async () => {
        tellings++;
        throw new Error('Incorrect string value');
      },
    );
    await turns(turn, 9);
    expect(tellings).toBe(5);
    expect(await rows().one({ id })).toMatchObject({ settled: 'failed', dueAt: null });
  });

  test('that another process has taken over meanwhile is settled by that one alone', async () => {
    const id = await order();
    const turn = boxOf(async ({ tries }) => {
      await rows().change({ tries: tries + 1 }, { id });
      return { settled: 'done' };
    });
    await turn();
    expect(await rows().one({ id })).toMatchObject({ settled: null, tries: 2 });
  });

  test('that is under way stays with who carries it out, and is soon due again when that one dies', async () => {
    vi.useFakeTimers({ toFake: ['setInterval', 'clearInterval'] });
    const id = await order();
    let end: () => void = () => {};
    const errand: Errand = {
      kind: 'test',
      slots: { all: 1, share: 1 },
      run: () =>
        new Promise(resolve => {
          end = () => resolve({ settled: 'done' });
        }),
      gaveUp: () => undefined,
    };
    const box = new Outbox(
      server.house.tables,
      [errand],
      async () => {},
      () => {},
      pino({ level: 'silent' }),
    );
    vi.useRealTimers();
    boxes.push(box);
    await box.lanes[0]!.turn();
    const claimed = (await rows().one({ id }))!.dueAt!;
    expect(claimed.getTime() - Date.now()).toBeLessThan(16_000);
    end();
    await box.lanes[0]!.close();
    expect(await rows().one({ id })).toMatchObject({ settled: 'done' });
  });
});

describe('what was set aside', () => {
  const setAside = (why: string) =>
    order('x', { settled: 'failed', settledAt: new Date(), dueAt: null, tries: 3, why });

  test('is seen by leads of its workspace, with what, when and why, and by nobody else', async () => {
    const id = await setAside('it answered with status 500.');
    const { reply } = await lead.call(orderRoutes.failed);
    expect(reply).toEqual({
      more: false,
      orders: [
        expect.objectContaining({ id, what: 'somewhere', why: 'it answered with status 500.', tries: 3, conversation }),
      ],
    });
    const agent = await new Browser(server).signIn(workspace.agent);
    expect((await agent.call(orderRoutes.failed)).problem?.code).toBe('not_allowed');
    const other = await makeWorkspace(server.database, 'other');
    const stranger = await new Browser(server).signIn(other.lead);
    expect((await stranger.call(orderRoutes.failed)).reply.orders).toEqual([]);
    expect((await stranger.call(orderRoutes.again, { params: { id } })).problem?.code).toBe('not_found');
    expect((await stranger.call(orderRoutes.drop, { params: { id } })).problem?.code).toBe('not_found');
  });

  test('is tried again as if it were new', async () => {
    const id = await setAside('no');
    await lead.call(orderRoutes.again, { params: { id } });
    const turn = boxOf(async ({ tries }) => (tries === 1 ? { settled: 'done' } : { settled: 'failed' }));
    await turn();
    expect(await rows().one({ id })).toMatchObject({ settled: 'done', why: null });
    expect((await lead.call(orderRoutes.again, { params: { id } })).problem?.code).toBe('not_found');
  });

  test('is dropped', async () => {
    const id = await setAside('no');
    await lead.call(orderRoutes.drop, { params: { id } });
    expect(await rows().one({ id })).toBeUndefined();
  });
});

import {
  Alerts,
  accountRoutes,
  allRoutes,
  CutOff,
  flowRoutes,
  Hello,
  type Route,
  STUDIO_NAMESPACE,
  TellsFacts,
  VISITOR_NAMESPACE,
  VisitorReply,
  Watch,
  Whereabouts,
} from '@kineta/contract';
import fc from 'fast-check';
import { io, type Socket } from 'socket.io-client';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { z } from 'zod';
import type { RunningServer } from '../server.ts';
import { sites } from '../sites/model.ts';
import { givenFor } from './hostile.arbitrary.ts';
import { Browser, boardingPass, emptyDatabase, greeting, makeWorkspace, testServer, type Workspace } from './kineta.ts';

/** How often each route and each live event is asked; `KINETA_FUZZ` says otherwise, for an hour of it. */
const TIMES = Number(process.env.KINETA_FUZZ ?? 12);
/** Some routes look at pages elsewhere, each time for a while. */
const WITHIN = Math.max(30_000, TIMES * 1_000);

let server: RunningServer;
let workspace: Workspace;
let lead: Browser;
let flow: string;

beforeAll(async () => {
  server = await testServer(await emptyDatabase());
  workspace = await makeWorkspace(server.database, 'fuzz');
  lead = await new Browser(server).signIn(workspace.lead);
  flow = (await lead.call(flowRoutes.create, { body: { file: JSON.stringify(greeting) } })).reply.id;
});
afterAll(() => server.close());

const part = fc.oneof(
  fc.constantFrom(
    '1',
    '2',
    '999999',
    '0',
    '-1',
    '%ff',
    '%00',
    '..',
    '__proto__',
    '9223372036854775808',
    'a b',
    '%ud83d',
  ),
  fc.string({ maxLength: 12 }).map(encodeURIComponent),
);

const low = (status: unknown): boolean => (status as number) < 500;

/** Lone halves cannot stand in an address; as JSON they can. */
const addressOf = (route: Route, params: string[], query: unknown): string => {
  let index = 0;
  const path = route.path.replace(/:\w+/g, () => params[index++] ?? flow);
  if (query === null || typeof query !== 'object' || Object.keys(query).length === 0) return path;
  const search = new URLSearchParams(
    // As JSON where it is an object: its own `toString` may be anything.
    Object.entries(query).map(([name, value]): [string, string] => [
      name,
      typeof value === 'object' ? JSON.stringify(value) : String(value),
    ]),
  );
  return `${path}?${search}`;
};

describe('no route fails at what it is given', () => {
  afterAll(async () => {
    expect((await lead.call(accountRoutes.me)).status).toBe(200);
  });

  test.each(Object.entries(allRoutes))(
    '%s',
    async (name, route) => {
      // By signing out one is signed out; and who guessed before makes nobody wait here.
      await server.database.query('DELETE FROM sign_in_failures');
      // They stay the only lead, whom no guess can have rest.
      await server.database.query("UPDATE members SET role = 'agent' WHERE email <> :email", {
        replacements: { email: workspace.lead },
      });
      const by = name.endsWith('.signOut') ? await new Browser(server).signIn(workspace.lead) : lead;
      const body = route.bodyType ? fc.constant(undefined) : givenFor(route.body);
      await fc.assert(
        fc.asyncProperty(
          fc.array(part, { maxLength: 2 }),
          givenFor(route.query),
          body,
          fc.boolean(),
          async (params, query, given, isReal) => {
            const path = addressOf(route, isReal ? [] : params, query);
            const response = await by.request(route.method, path, route.method === 'GET' ? undefined : given);
            const text = await response.text();
            expect({ status: response.status, path, given, text }).toMatchObject({ status: expect.toSatisfy(low) });
          },
        ),
        { numRuns: TIMES },
      );
    },
    WITHIN,
  );
});

interface Answered {
  ok: boolean;
  problem?: { code: string };
}

describe('no live event fails at what it is given', () => {
  // Its routes have been asked all kinds of things by then.
  beforeAll(() =>
    server.house.tables
      .in(workspace.id)
      .of(sites)
      .change({ siteKey: workspace.siteKey, isOff: false, domains: ['brackenrow.example'] }, { id: workspace.site }),
  );
  const opened = async (namespace: string, auth: object, cookie?: string): Promise<Socket> => {
    const socket = io(`${server.url}${namespace}`, {
      transports: ['websocket'],
      forceNew: true,
      auth,
      ...(cookie ? { extraHeaders: { cookie } } : {}),
    });
    await new Promise((resolve, reject) =>
      socket.once('connect', () => resolve(undefined)).once('connect_error', reject),
    );
    return socket;
  };
  const events: Array<[end: 'visitor' | 'studio', event: string, schema: z.ZodType, answers: boolean]> = [
    ['visitor', 'hello', Hello, true],
    ['visitor', 'reply', VisitorReply, true],
    ['visitor', 'missed', z.strictObject({ after: z.int() }), true],
    ['visitor', 'typing', z.unknown(), false],
    ['visitor', 'facts', TellsFacts, true],
    ['studio', 'watch', Watch, true],
    ['studio', 'unwatch', Watch, false],
    ['studio', 'typing', Watch, false],
    ['studio', 'writes', Whereabouts, false],
    ['studio', 'alertsSeen', Alerts, false],
    ['studio', 'alertsMissed', CutOff, false],
  ];
  test.each(events)('%s: %s', async (end, event, schema, answers) => {
    const begin = async (): Promise<Socket> => {
      if (end === 'studio') return opened(STUDIO_NAMESPACE, {}, lead.cookie);
      const visitor = await opened(VISITOR_NAMESPACE, { boarding: await boardingPass(server, workspace.siteKey) });
      await visitor.emitWithAck('hello', { page: '/' });
      return visitor;
    };
    let socket = await begin();
    await fc.assert(
      fc.asyncProperty(givenFor(schema), async given => {
        if (!answers) {
          socket.emit(event, given);
          return;
        }
        const answered = (await socket.timeout(10_000).emitWithAck(event, given)) as Answered;
        expect({ given, code: answered.problem?.code }).not.toMatchObject({ code: 'server_error' });
        if (answered.problem?.code !== 'slow_down') return;
        // Who asks so often is held up; another visitor goes on.
        socket.close();
        socket = await begin();
      }),
      { numRuns: TIMES },
    );
    expect(socket.connected).toBe(true);
    socket.close();
  });

  test('nor at what comes without anything, with too much, or in place of the answer', async () => {
    const socket = await opened(VISITOR_NAMESPACE, { boarding: await boardingPass(server, workspace.siteKey) });
    for (const event of ['hello', 'reply', 'missed', 'typing', 'no such event']) {
      socket.emit(event);
      socket.emit(event, null, 'no function');
      socket.emit(event, {}, {}, {}, {});
    }
    expect(await socket.emitWithAck('hello', { page: '/' })).toMatchObject({ ok: true });
    socket.close();
  });
});

test('afterwards it is as well as before', async () => {
  expect((await fetch(`${server.url}/health`)).status).toBe(200);
  expect(({} as { polluted?: boolean }).polluted).toBeUndefined();
});

import { flowRoutes, reachRoutes, visitorSignInRoutes } from '@kineta/contract';
import { blankCue, type Cue, type Flow, FORMAT, plainReach } from '@kineta/core';
import { type JWTPayload, SignJWT } from 'jose';
import { afterAll, afterEach, beforeAll, describe, expect, test } from 'vitest';
import { people } from '../people/model.ts';
import type { RunningServer } from '../server.ts';
import {
  Browser,
  boardingPass,
  emptyDatabase,
  makeWorkspace,
  testServer,
  VisitorPage,
  type Workspace,
} from '../tests/kineta.ts';
import { conversations, visitors } from './model.ts';

const spans = (text: string) => [
  text.split(/[{}]/).map((part, at) => (at % 2 === 0 ? { text: part } : { fact: part, otherwise: 'there' })),
];
const flow: Flow = {
  format: FORMAT,
  name: 'First',
  speaker: 'Robin',
  facts: [
    { name: 'name', type: 'text', scope: 'visitor', person: 'name' },
    { name: 'email', type: 'email', scope: 'visitor', person: 'email', outside: true },
    { name: 'rooms', type: 'number', scope: 'conversation', outside: true },
    { name: 'plan', type: 'text', scope: 'visitor', outside: true },
    { name: 'score', type: 'number', scope: 'conversation' },
  ],
  scenes: [
    {
      id: 'main',
      title: 'Main',
      steps: [
        { id: 'hello', kind: 'say', line: spans('Hello {name}, {rooms} rooms, {plan}.') as never },
        {
          id: 'which',
          kind: 'ask',
          line: spans('What is it about?') as never,
          answer: { type: 'short text' },
          tries: 2,
        },
        { id: 'end', kind: 'end' },
      ],
    },
  ],
};

let server: RunningServer;
let workspace: Workspace;
let secret: string;
let lead: Browser;
let first: string;
const open: VisitorPage[] = [];
beforeAll(async () => {
  server = await testServer(await emptyDatabase());
  workspace = await makeWorkspace(server.database, 'outside');
  lead = await new Browser(server).signIn(workspace.lead);
  const { id } = (await lead.call(flowRoutes.create, { body: { file: JSON.stringify(flow) } })).reply;
  first = id;
  await lead.call(flowRoutes.publish, { params: { id }, body: { revision: 1, sites: [workspace.site] } });
  secret = (await lead.call(visitorSignInRoutes.make, { params: { id: workspace.site } })).reply.secret!;
});
afterEach(() => {
  for (const page of open.splice(0)) page.close();
});
afterAll(() => server.close());

const signed = (claims: JWTPayload, until = '1h'): Promise<string> =>
  new SignJWT(claims).setProtectedHeader({ alg: 'HS256' }).setExpirationTime(until).sign(Buffer.from(secret));
async function comes(page: string, { who, pass }: { who?: string; pass?: VisitorPage['pass'] } = {}) {
  const visitor = new VisitorPage(server, await boardingPass(server, workspace.siteKey), pass, undefined, who);
  open.push(visitor);
  return visitor.open({ page });
}
const tables = () => server.house.tables.in(workspace.id);
const conversation = async ({ welcome }: VisitorPage) =>
  (await tables().of(conversations).one({ id: welcome.conversation }))!;
const visitorOf = async ({ pass }: VisitorPage) => (await tables().of(visitors).one({ id: pass!.id }))!;
const behind = (facts: object): string => `/prices#${new URLSearchParams({ 'kineta-facts': JSON.stringify(facts) })}`;

describe('facts from outside', () => {
  test('a link into a flow brings along what the flow lets it, and who somebody is it does not', async () => {
    const visitor = await comes('/prices?kineta=letter&kineta.rooms=4&kineta.score=9&kineta.email=x@mail.example');
    expect(visitor.said[0]).toBe('Hello there, 4 rooms, there.');
    const { session, page } = await conversation(visitor);
    expect(session.facts).toEqual({ rooms: 4 });
    expect(page).toBe('/prices?kineta=letter');
  });

  test('the page’s own script says what it knows, as the chat opens and while it goes on', async () => {
    const visitor = await comes(behind({ rooms: 3, plan: 'Gold', email: 'anna.webb@mail.example', score: 9 }));
    expect(visitor.said[0]).toBe('Hello there, 3 rooms, Gold.');
    expect(await visitor.tells({ rooms: '5', plan: 'Gold', nonsense: {} })).toMatchObject({ ok: true });
    const { session } = await conversation(visitor);
    expect(session.facts).toMatchObject({ rooms: 5, plan: 'Gold', email: 'anna.webb@mail.example' });
    expect(session.facts).not.toHaveProperty('score');
    expect((await visitorOf(visitor)).facts).toEqual({ plan: 'Gold', email: 'anna.webb@mail.example' });
    // What was known already is told of nowhere.
    const { lastNumber } = await conversation(visitor);
    await visitor.tells({ rooms: 5 });
    expect((await conversation(visitor)).lastNumber).toBe(lastNumber);
  });

  test('what the page said before changes nothing that was answered since; what it says anew does', async () => {
    const visitor = await comes(behind({ rooms: 3 }));
    await visitor.tells({ rooms: 5 });
    const again = await comes(behind({ rooms: 3, plan: 'Gold' }), { pass: visitor.pass });
    expect((await conversation(again)).session.facts).toMatchObject({ rooms: 5, plan: 'Gold' });
    // A connection that comes again says what it said before.
    const { conversation: id, batch } = again.welcome;
    const back = new VisitorPage(server, await boardingPass(server, workspace.siteKey), visitor.pass);
    open.push(back);
    await back.open({ page: behind({ plan: 'Silver' }), conversation: id, after: batch.to });
    expect((await conversation(back)).session.facts.plan).toBe('Gold');
    await back.tells({ plan: 'Silver' });
    expect((await conversation(back)).session.facts.plan).toBe('Silver');
  });

  test('a link that is opened again in the middle changes nothing that was answered', async () => {
    const visitor = await comes('/prices?kineta.rooms=4');
    await visitor.tells({ rooms: 6 });
    const again = await comes('/prices?kineta.rooms=4', { pass: visitor.pass });
    expect((await conversation(again)).session.facts.rooms).toBe(6);
  });

  test('more than a page may tell is refused', async () => {
    const visitor = await comes('/prices');
    const many = Object.fromEntries(Array.from({ length: 51 }, (_, at) => [`fact ${at}`, at]));
    expect(await visitor.tells(many)).toMatchObject({ ok: false, problem: { code: 'invalid_request' } });
    expect(await visitor.tells({ plan: 'x'.repeat(5_000) })).toMatchObject({ ok: false });
  });
});

describe('who is signed in on the site', () => {
  const anna = { sub: 'anna', name: 'Anna Webb', email: 'anna@mail.example', facts: { plan: 'Gold', score: 9 } };

  test('is met by what their site says of them, from the first time on', async () => {
    const { id } = (await lead.call(flowRoutes.create, { body: { file: JSON.stringify({ ...flow, name: 'Gold' }) } }))
      .reply;
    await lead.call(flowRoutes.publish, { params: { id }, body: { revision: 1, sites: [] } });
    const gold: Cue = {
      ...blankCue('gold', id),
      fits: { onlyIf: { all: [{ fact: 'plan', is: 'is', value: 'Gold' }] } },
    };
    const put = (cues: Cue[], number: number, own: string) =>
      lead.call(reachRoutes.put, {
        params: { id: workspace.site },
        body: { reach: { ...plainReach, cues }, number, flow: own },
      });
    server.house.ports.directories.forget(workspace.id);
    const { reply } = await put([gold], 0, first);
    const hugo = await comes('/prices', { who: await signed({ sub: 'hugo', facts: { plan: 'Gold' } }) });
    expect((await conversation(hugo)).flowId).toBe(id);
    expect((await conversation(await comes('/prices', { who: await signed({ sub: 'ida' }) }))).flowId).toBe(first);
    await put([], reply.number, first);
  });

  test('is greeted as who they are, and has what is theirs in any browser', async () => {
    const who = await signed(anna);
    const here = await comes('/prices', { who });
    expect(here.said[0]).toBe('Hello Anna Webb, there rooms, Gold.');
    const { welcome } = await comes('/elsewhere', { who: await signed({ sub: 'anna' }) });
    expect(welcome.conversation).toBe(here.welcome.conversation);
    const { personId, signedAs } = await visitorOf(here);
    expect(signedAs).toBe('anna');
    expect(await tables().of(people).one({ id: personId! })).toMatchObject({
      name: 'Anna Webb',
      email: 'anna@mail.example',
    });
  });

  test('nobody else is let in as them: not by what a browser kept, nor by a token that is not good', async () => {
    const stranger = await comes('/prices');
    const bea = await comes('/prices', { who: await signed({ sub: 'bea', name: 'Bea' }), pass: stranger.pass });
    // What was said before is theirs.
    expect(bea.welcome.conversation).toBe(stranger.welcome.conversation);
    for (const who of [undefined, 'forged', 'x'.repeat(5_000), await signed({ sub: 'bea' }, '-2h')]) {
      const after = await comes('/prices', { pass: stranger.pass, ...(who ? { who } : {}) });
      expect(after.welcome.conversation).not.toBe(bea.welcome.conversation);
    }
    const other = await comes('/prices', { who: await signed({ sub: 'carl' }), pass: bea.pass });
    expect(other.welcome.conversation).not.toBe(bea.welcome.conversation);
  });

  test('their page is let in again without another token, as long as it is there', async () => {
    const dora = await comes('/prices', { who: await signed({ sub: 'dora' }) });
    const again = await comes('/prices', { pass: dora.pass });
    expect(again.welcome.conversation).toBe(dora.welcome.conversation);
  });

  test('whoever is known as somebody else in this browser keeps what is theirs', async () => {
    const before = await comes(behind({ email: 'earl@mail.example' }));
    const flora = await comes('/prices', {
      who: await signed({ sub: 'flora', email: 'flora@mail.example' }),
      pass: before.pass,
    });
    expect(flora.welcome.conversation).not.toBe(before.welcome.conversation);
    expect((await visitorOf(before)).facts).toEqual({ email: 'earl@mail.example' });
  });

  test('two tabs that are signed in at once are one', async () => {
    const who = await signed({ sub: 'gus' });
    const tabs = await Promise.all([comes('/a', { who }), comes('/b', { who }), comes('/c', { who })]);
    expect(new Set(tabs.map(({ pass }) => pass!.id)).size).toBe(1);
    expect(await tables().of(visitors).count({ signedAs: 'gus' })).toBe(1);
  });
});

import { conversationRoutes, flowRoutes, peopleRoutes } from '@kineta/contract';
import { QueryTypes } from 'sequelize';
import { afterAll, beforeAll, beforeEach, describe, expect, test, vi } from 'vitest';
import type { RunningServer } from '../server.ts';
import {
  Browser,
  boardingPass,
  emptyDatabase,
  everybodyIsHere,
  greeting,
  makeWorkspace,
  rewrite,
  SITE,
  testServer,
  VisitorPage,
  type Workspace,
} from '../tests/kineta.ts';

let server: RunningServer;
let second: RunningServer;
let workspace: Workspace;
let lead: Browser;
let agent: Browser;
let boarding: string;
const pages: VisitorPage[] = [];

beforeAll(async () => {
  const url = await emptyDatabase();
  // Two processes' worth of server on one database, started at once: one brings the tables up to date, the other waits.
  [server, second] = await Promise.all([testServer(url), testServer(url)]);
  workspace = await makeWorkspace(server.database, 'brackenrow');
  lead = await new Browser(server).signIn(workspace.lead);
  agent = await new Browser(server).signIn(workspace.agent);
  const flow = (await lead.call(flowRoutes.create, { body: { file: JSON.stringify(greeting) } })).reply;
  await lead.call(flowRoutes.publish, { params: { id: flow.id }, body: { revision: 1, sites: [workspace.site] } });
  boarding = await boardingPass(server, workspace.siteKey);
});
afterAll(async () => {
  for (const page of pages) page.close();
  await server.close();
  await second.close();
});

function page(pass?: VisitorPage['pass'], on = server): VisitorPage {
  const opened = new VisitorPage(on, boarding, pass);
  pages.push(opened);
  return opened;
}

/** Goes through the flow up to where it waits for a person. */
async function handedOver(): Promise<VisitorPage> {
  const visitor = await page().open();
  await visitor.reply('semi detatched');
  await visitor.reply('maud@ellery.example');
  return visitor;
}

describe('a visitor', () => {
  test('is greeted, understood, asked again, and handed over', async () => {
    const visitor = await page().open({ page: '/heat-pumps' });
    expect(visitor.said).toEqual(['Hello!', 'What sort of home?']);
    expect(visitor.welcome).toMatchObject({ holder: 'flow', speaker: 'Robin', business: 'brackenrow', open: false });
    await everybodyIsHere(server, workspace.id);
    expect((await page().open()).welcome).toMatchObject({ open: true, changes: null });
    await visitor.reply('semi detatched');
    await visitor.reply('not an address');
    await visitor.reply('maud@ellery.example');
    await vi.waitFor(() => expect(visitor.said.at(-1)).toBe('One moment.'));
    expect(visitor.said.slice(2)).toEqual([
      'Your email?',
      expect.stringContaining('doesn’t look like an email'),
      'Thank you, maud@ellery.example.',
      'One moment.',
    ]);
    expect(visitor.batches.at(-1)?.holder).toBe('waiting');
    const { reply } = await agent.call(peopleRoutes.list);
    expect(reply.people).toContainEqual(expect.objectContaining({ email: 'maud@ellery.example' }));
  });

  test('whose chat is out of sight goes on with what goes on, and begins nothing', async () => {
    const boarding = await boardingPass(server, workspace.siteKey);
    const refusal = (opening: Promise<unknown>) =>
      opening.then(
        () => undefined,
        ({ problem }) => problem?.code,
      );
    const count = async (table: string) =>
      (await server.database.query(`SELECT 1 FROM ${table}`, { type: QueryTypes.SELECT })).length;
    const before = [await count('visitors'), await count('conversations')];
    expect(await refusal(new VisitorPage(server, boarding).open({ goesOn: true }))).toBe('not_found');
    expect([await count('visitors'), await count('conversations')]).toEqual(before);
    const visitor = await page().open();
    const away = await new VisitorPage(server, boarding, visitor.pass).open({ goesOn: true });
    expect(away.welcome.conversation).toBe(visitor.welcome.conversation);
    await server.database.query(
      `UPDATE conversations SET holder = 'done', last_at = last_at - INTERVAL 2 DAY WHERE id = :id`,
      { replacements: { id: visitor.welcome.conversation } },
    );
    const later = new VisitorPage(server, boarding, visitor.pass);
    expect(await refusal(later.open({ goesOn: true }))).toBe('not_found');
    const anew = await new VisitorPage(server, boarding, visitor.pass).open();
    expect(anew.welcome.conversation).not.toBe(visitor.welcome.conversation);
    for (const one of [visitor, away, later, anew]) one.close();
  });

  test('sees nothing of what is for the team', async () => {
    const visitor = await handedOver();
    const id = visitor.welcome.conversation;
    await agent.call(conversationRoutes.note, {
      params: { id },
      body: { clientId: 'note-0001', text: 'Knows the price already' },
    });
    await agent.call(conversationRoutes.reply, { params: { id }, body: { clientId: 'reply-001', text: 'Hello Maud' } });
    await vi.waitFor(() => expect(visitor.said.at(-1)).toBe('Hello Maud'));
    const kinds = new Set(visitor.entries.map(entry => entry.kind));
    for (const kind of ['note', 'learnt', 'entered', 'opened', 'direction']) expect(kinds).not.toContain(kind);
  });

  test('a message sent again changes nothing, at once or later', async () => {
    const visitor = await page().open();
    const answers = await Promise.all([1, 2, 3].map(() => visitor.reply('Flat', { clientId: 'the-same-1' })));
    expect(new Set(answers.map(answer => (answer.ok ? answer.number : -1))).size).toBe(1);
    await visitor.reply('Flat', { clientId: 'the-same-1' });
    const { reply } = await agent.call(conversationRoutes.get, { params: { id: visitor.welcome.conversation } });
    expect(reply.entries.filter(entry => entry.kind === 'replied')).toHaveLength(1);
    expect(reply.entries.map(entry => entry.number)).toEqual(reply.entries.map((_, index) => index + 1));
  });

  test('messages sent at once are each played once, one after the other', async () => {
    const visitor = await page().open();
    await Promise.all(['Flat', 'a@b.example', 'still here', 'and here'].map(text => visitor.reply(text)));
    const { reply } = await agent.call(conversationRoutes.get, { params: { id: visitor.welcome.conversation } });
    expect(reply.entries.map(entry => entry.number)).toEqual(reply.entries.map((_, index) => index + 1));
    expect(reply.entries.filter(entry => entry.kind === 'replied')).toHaveLength(4);
  });

  test('comes back to the same conversation, in another process, and is sent what was missed', async () => {
    const visitor = await handedOver();
    const id = visitor.welcome.conversation;
    const seen = visitor.batches.at(-1)?.to ?? 0;
    visitor.close();
    await agent.call(conversationRoutes.reply, {
      params: { id },
      body: { clientId: 'missed-01', text: 'Are you there?' },
    });
    const back = await page(visitor.pass, second).open({ conversation: id, after: seen });
    expect(back.welcome.conversation).toBe(id);
    expect(back.said).toEqual(['Are you there?']);
    const afresh = await page(visitor.pass).open();
    expect(afresh.said.slice(0, 2)).toEqual(['Hello!', 'What sort of home?']);
  });

  test('two tabs opened at once share one conversation, and both see the answer', async () => {
    const first = await page().open();
    first.close();
    await server.database.query(
      "UPDATE conversations SET holder = 'done', last_at = last_at - INTERVAL 1 DAY WHERE id = :id",
      {
        replacements: { id: first.welcome.conversation },
      },
    );
    const [left, right] = await Promise.all([page(first.pass).open(), page(first.pass).open()]);
    expect(left.welcome.conversation).toBe(right.welcome.conversation);
    expect(left.welcome.conversation).not.toBe(first.welcome.conversation);
    await left.reply('Flat');
    await vi.waitFor(() => expect(right.said.at(-1)).toBe('Your email?'));
  });

  test('who writes after it was closed comes back to the people who answered', async () => {
    const visitor = await handedOver();
    const id = visitor.welcome.conversation;
    await agent.call(conversationRoutes.done, { params: { id } });
    await visitor.reply('One more thing');
    const { reply } = await agent.call(conversationRoutes.get, { params: { id } });
    expect(reply.conversation).toMatchObject({ holder: 'waiting', preview: 'One more thing', team: 'Sales' });
  });

  test.each([
    ['too long', 'x'.repeat(4_001), 'invalid_request'],
    ['empty', '   ', 'invalid_request'],
  ])('a message that is %s is refused with a sentence', async (_name, text, code) => {
    const visitor = await page().open();
    expect(await visitor.reply(text)).toMatchObject({ ok: false, problem: { code, detail: expect.any(String) } });
  });

  test('what was agreed to is kept with its words, its policy and its time; a withdrawal closes it and deletes nothing', async () => {
    const consenting = structuredClone(greeting);
    consenting.name = 'Consent';
    consenting.facts = [];
    consenting.scenes[0]!.steps = [
      {
        id: 'ask',
        kind: 'ask consent',
        purpose: 'news by email',
        line: [[{ text: 'May we write?' }]],
        policy: '/privacy',
      },
      { id: 'sure', kind: 'ask', line: [[{ text: 'Stop again?' }]], answer: { type: 'yes/no' }, tries: 2 },
      { id: 'stop', kind: 'withdraw consent', purpose: 'news by email' },
      { id: 'end', kind: 'end' },
    ];
    const { id } = (await lead.call(flowRoutes.create, { body: { file: JSON.stringify(consenting) } })).reply;
    const before = (await lead.call(flowRoutes.list)).reply.flows.find(({ sites }) => sites.length > 0)!;
    await lead.call(flowRoutes.publish, { params: { id }, body: { revision: 1, sites: [workspace.site] } });
    const visitor = await page().open();
    await visitor.reply('Yes, I agree', { choice: 'given' });
    const rows = () =>
      server.database.query(
        'SELECT purpose, given, wording, policy, at, withdrawn_at FROM consents WHERE visitor_id = :visitor',
        {
          replacements: { visitor: visitor.pass!.id },
          type: QueryTypes.SELECT,
        },
      );
    const kept = {
      purpose: 'news by email',
      given: 1,
      wording: 'May we write?',
      policy: '/privacy',
      at: expect.any(Date),
    };
    expect(await rows()).toEqual([{ ...kept, withdrawn_at: null }]);
    await visitor.reply('yes');
    expect(await rows()).toEqual([{ ...kept, withdrawn_at: expect.any(Date) }]);
    const { reply } = await agent.call(conversationRoutes.get, { params: { id: visitor.welcome.conversation } });
    expect(
      reply.entries.filter(entry => entry.kind === 'consent').map(entry => entry.kind === 'consent' && entry.given),
    ).toEqual([true, null]);
    const { revision } = (await lead.call(flowRoutes.get, { params: { id: before.id } })).reply;
    await lead.call(flowRoutes.publish, { params: { id: before.id }, body: { revision, sites: [workspace.site] } });
  });

  test('a message of megabytes closes its socket and nothing else', async () => {
    const visitor = await page().open();
    const closed = new Promise(resolve => visitor.socket.once('disconnect', resolve));
    visitor.socket.emit('reply', { clientId: 'megabytes', text: 'x'.repeat(2_000_000) }, () => {});
    expect(await closed).toBe('transport close');
    const back = await page(visitor.pass).open();
    expect(back.welcome.conversation).toBe(visitor.welcome.conversation);
    expect(await back.reply('Flat')).toMatchObject({ ok: true });
  });

  test('markup, emoji, right-to-left and control characters come through as they are', async () => {
    const visitor = await handedOver();
    const text = '<img src=x onerror=alert(1)> 👩‍👩‍👧 مرحبا \u202e \\ \' " :name ?';
    expect(await visitor.reply(text)).toMatchObject({ ok: true });
    const { reply } = await agent.call(conversationRoutes.get, { params: { id: visitor.welcome.conversation } });
    expect(reply.entries.findLast(entry => entry.kind === 'replied')).toMatchObject({ text });
  });

  test('who sends faster than people type is slowed down, and told so', async () => {
    const visitor = await handedOver();
    const answers = await Promise.all(Array.from({ length: 20 }, (_, index) => visitor.reply(`${index}`)));
    expect(answers.some(answer => !answer.ok && answer.problem.code === 'slow_down')).toBe(true);
  });

  test('a conversation stays on its edition when another is published', async () => {
    const visitor = await page().open();
    const { reply } = await lead.call(flowRoutes.list);
    const flow = reply.flows.find(({ sites }) => sites.length > 0)!;
    const detail = (await lead.call(flowRoutes.get, { params: { id: flow.id } })).reply;
    const draft = structuredClone(detail.draft);
    const question = draft.scenes[0]!.steps[2]!;
    if (question.kind === 'ask') question.line = [[{ text: 'And your address?' }]];
    const saved = (await rewrite(lead, flow.id, draft)).reply;
    await lead.call(flowRoutes.publish, {
      params: { id: flow.id },
      body: { revision: saved.revision, sites: [workspace.site] },
    });
    await visitor.reply('Flat');
    await vi.waitFor(() => expect(visitor.said.at(-1)).toBe('Your email?'));
    const next = await page().open();
    await next.reply('Flat');
    await vi.waitFor(() => expect(next.said.at(-1)).toBe('And your address?'));
  });
});

describe('who is let in', () => {
  const refused = async (visitor: VisitorPage) => {
    const error = await visitor.open().then(
      () => undefined,
      (failure: Error & { data?: { code: string } }) => failure.data?.code,
    );
    return error;
  };

  test('a site that is not known, a page that may not carry the chat', async () => {
    const status = async (path: string, referer?: string) =>
      (await fetch(server.url + path, referer ? { headers: { referer } } : {})).status;
    const script = async (key: string, referer: string) =>
      (await fetch(`${server.url}/w/${key}.js`, { headers: { referer } })).text();
    // One line for the console of the page, and nothing else.
    expect(await script('no-such-key', SITE)).toBe(
      'console.warn("Kineta’s chat does not show here. Kineta knows no site with the key “no-such-key”.");',
    );
    expect(await script(workspace.siteKey, 'http://elsewhere.example')).toMatch(
      /^console\.warn\("Kineta’s chat does not show here. http:\/\/elsewhere\.example is not among the domains[^"]*"\);$/,
    );
    expect(await status('/w/no-such-key/window', SITE)).toBe(404);
    expect(await status(`/w/${workspace.siteKey}/window`, 'http://elsewhere.example')).toBe(403);
    expect(await status(`/w/${workspace.siteKey}/window`)).toBe(403);
    expect(await status(`/w/${workspace.siteKey}/window`, 'http://brackenrow.example.elsewhere.example')).toBe(403);
    expect(await status(`/w/${workspace.siteKey}/window`, 'https://shop.brackenrow.example')).toBe(200);
    const framed = await fetch(`${server.url}/w/${workspace.siteKey}/window`, { headers: { referer: SITE } });
    expect(framed.headers.get('content-security-policy')).toContain(
      'frame-ancestors http://brackenrow.example https://brackenrow.example',
    );
    expect(framed.headers.get('x-frame-options')).toBeNull();
    expect(await (await fetch(`${server.url}/w/${workspace.siteKey}.js`)).text()).toContain(
      'const label = `Ask Robin`;',
    );
  });

  test('a socket without a pass, with a forged one, or with somebody else’s visitor', async () => {
    expect(await refused(new VisitorPage(server, 'nothing'))).toBe('domain_not_allowed');
    const [key, until] = boarding.split('.');
    expect(await refused(new VisitorPage(server, `${key}.${until}.forged`))).toBe('domain_not_allowed');
    const victim = await page().open();
    const thief = await page({ id: victim.pass!.id, secret: 'x'.repeat(43) }).open();
    expect(thief.pass?.id).not.toBe(victim.pass!.id);
    expect(thief.welcome.conversation).not.toBe(victim.welcome.conversation);
  });
});

describe('agents', () => {
  let visitor: VisitorPage;
  let id: string;
  beforeEach(async () => {
    visitor = await handedOver();
    id = visitor.welcome.conversation;
  });
  const listed = async (browser: Browser, list: string) =>
    (await browser.call(conversationRoutes.list, { query: { list } })).reply.conversations.map(
      conversation => conversation.id,
    );

  test('see who waits, take, answer, and close; lists and unread follow', async () => {
    const { reply } = await agent.call(conversationRoutes.list, { query: { list: 'waiting' } });
    expect(reply.conversations.find(conversation => conversation.id === id)).toMatchObject({
      team: 'Sales',
      unread: 2,
      visitor: 'maud@ellery.example',
    });
    await agent.call(conversationRoutes.read, { params: { id }, body: { number: 1_000 } });
    expect((await agent.call(conversationRoutes.get, { params: { id } })).reply.conversation.unread).toBe(0);
    expect((await agent.call(conversationRoutes.take, { params: { id } })).reply).toMatchObject({
      holder: 'agent',
      agent: { name: 'Agent of brackenrow' },
    });
    expect(await listed(agent, 'mine')).toContain(id);
    expect(await listed(lead, 'others')).toContain(id);
    await agent.call(conversationRoutes.done, { params: { id } });
    expect(await listed(agent, 'done')).toContain(id);
    await vi.waitFor(() => expect(visitor.entries.map(entry => entry.kind)).toContain('done'));
  });

  test('two who take at once: one has it, the other is told', async () => {
    const results = await Promise.all(
      [agent, lead].map(browser => browser.call(conversationRoutes.take, { params: { id } })),
    );
    expect(results.map(result => result.status).sort()).toEqual([200, 409]);
    expect(results.find(result => result.status === 409)?.problem.code).toBe('already_taken');
  });

  test('an answer sent again is one answer; somebody else’s conversation is not answered', async () => {
    const body = { clientId: 'answer-001', text: 'Hello Maud' };
    await Promise.all([1, 2].map(() => agent.call(conversationRoutes.reply, { params: { id }, body })));
    const { reply } = await agent.call(conversationRoutes.get, { params: { id } });
    expect(reply.entries.filter(entry => entry.kind === 'answered')).toHaveLength(1);
    const refused = await lead.call(conversationRoutes.reply, {
      params: { id },
      body: { clientId: 'answer-002', text: 'Me too' },
    });
    expect(refused.problem.code).toBe('not_yours');
  });

  test('pass on to a team and to somebody, and give back to the flow, which goes on', async () => {
    await agent.call(conversationRoutes.take, { params: { id } });
    expect(
      (await agent.call(conversationRoutes.passOn, { params: { id }, body: { team: workspace.team } })).reply.holder,
    ).toBe('waiting');
    const other = lead.account!.member.id;
    expect(
      (await agent.call(conversationRoutes.passOn, { params: { id }, body: { member: other } })).reply.agent?.id,
    ).toBe(other);
    expect((await lead.call(conversationRoutes.passOn, { params: { id }, body: { member: '999999' } })).status).toBe(
      404,
    );
    // What somebody has is theirs: nobody else passes it on, gives it back or closes it.
    for (const route of [conversationRoutes.handBack, conversationRoutes.done])
      expect((await agent.call(route, { params: { id } })).problem.code).toBe('not_yours');
    const taken = await agent.call(conversationRoutes.passOn, { params: { id }, body: { team: workspace.team } });
    expect(taken.problem.code).toBe('not_yours');
    const back = await lead.call(conversationRoutes.handBack, { params: { id } });
    expect(back.reply.holder).toBe('done');
    await vi.waitFor(() => expect(visitor.said.at(-1)).toBe('Welcome back.'));
  });

  test('lists go on page by page without losing or doubling any', async () => {
    for (let count = 0; count < 55; count++)
      await server.database.query(
        `INSERT INTO conversations (workspace_id, site_id, visitor_id, visitor_name, holder, session, seed, last_number, preview, page, started_at, last_at)
       SELECT workspace_id, site_id, visitor_id, visitor_name, 'done', session, seed, 0, '', '/', started_at, last_at FROM conversations WHERE id = :id`,
        { replacements: { id } },
      );
    const seen: string[] = [];
    let before: string | undefined;
    do {
      const { reply } = await agent.call(conversationRoutes.list, {
        query: { list: 'done', ...(before ? { before } : {}) },
      });
      seen.push(...reply.conversations.map(conversation => conversation.id));
      before = reply.next ?? undefined;
    } while (before);
    expect(new Set(seen).size).toBe(seen.length);
    expect(seen.length).toBeGreaterThanOrEqual(55);
  });
});

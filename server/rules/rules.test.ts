import { conversationRoutes, noticeRoutes, type RuleRow, ruleCaseRoutes, ruleRoutes } from '@kineta/contract';
import { type Deed, firstRules, type Rule, type When } from '@kineta/core';
import { QueryTypes } from 'sequelize';
import { afterAll, afterEach, beforeAll, describe, expect, test, vi } from 'vitest';
import { teams } from '../account/model.ts';
import { ratings } from '../conversations/model.ts';
import type { RunningServer } from '../server.ts';
import {
  Browser,
  boardingPass,
  emptyDatabase,
  makeWorkspace,
  publishing,
  testServer,
  VisitorPage,
  type Workspace,
} from '../tests/kineta.ts';

const WAIT = { timeout: 10_000 };
let url: string;
let server: RunningServer;
let workspace: Workspace;
let lead: Browser;
let agent: Browser;
let flow: string;

beforeAll(async () => {
  url = await emptyDatabase();
  server = await testServer(url);
  ({ workspace, lead, flow } = await publishing(server, 'ruled'));
  agent = await new Browser(server).signIn(workspace.agent);
});
afterAll(() => server.close());

const list = async () => (await lead.call(ruleRoutes.list)).reply.rules;
afterEach(async () => {
  for (const { id } of await list()) await lead.call(ruleRoutes.remove, { params: { id } });
});

const ruleOf = (name: string, when: When, after: number, does: Deed[], more: Partial<Rule> = {}): Rule => ({
  name,
  when,
  onlyIf: null,
  parts: [{ after: after === 0 ? null : { for: { amount: after, unit: 'seconds' } }, do: does }],
  atMost: 'once',
  afterPerson: null,
  ...more,
});
async function kept(rule: Rule, on = true): Promise<RuleRow> {
  const { reply, problem } = await lead.call(ruleRoutes.add, { body: { rule, on } });
  if (problem) throw new Error(problem.detail);
  return reply;
}
const say = (text: string): Deed => ({ deed: 'say', text });
const came = async () => new VisitorPage(server, await boardingPass(server, workspace.siteKey)).open();
async function waiting(): Promise<VisitorPage> {
  const visitor = await came();
  await visitor.reply('a person please');
  await vi.waitFor(() => expect(visitor.entries.some(({ kind }) => kind === 'handed over')).toBe(true), WAIT);
  return visitor;
}
const paramsOf = (visitor: VisitorPage) => ({ id: visitor.welcome.conversation });
const get = async (visitor: VisitorPage) =>
  (await lead.call(conversationRoutes.get, { params: paramsOf(visitor) })).reply;
const ruled = async (visitor: VisitorPage) =>
  (await get(visitor)).entries.flatMap(entry => (entry.kind === 'ruled' ? [entry] : []));
const acts = (visitor: VisitorPage, times = 1) =>
  vi.waitFor(async () => expect(await ruled(visitor)).toHaveLength(times), WAIT);
/** Until all that was due has been looked at. */
const settled = () =>
  vi.waitFor(async () => {
    const [row] = await server.database.query<{ due: string }>(
      'SELECT COUNT(*) AS due FROM rule_dues WHERE due_at <= UTC_TIMESTAMP(3) + INTERVAL 15 SECOND',
      { type: QueryTypes.SELECT },
    );
    expect(Number(row?.due)).toBe(0);
  }, WAIT);

describe('leads', () => {
  test('take in those that ship, once, and find them in their order', async () => {
    await lead.call(ruleRoutes.ship);
    await lead.call(ruleRoutes.ship);
    expect((await list()).map(({ rule, on }) => ({ rule, on }))).toEqual(
      firstRules.map(({ rule, on }) => ({ rule, on })),
    );
  });

  test('write them otherwise, switch them, put them in order and take them away', async () => {
    const one = await kept(ruleOf('One', { when: 'began' }, 0, [{ deed: 'raise' }]));
    const two = await kept(ruleOf('Two', { when: 'began' }, 0, [{ deed: 'raise' }]), false);
    const params = { id: two.id };
    const rule = { ...two.rule, name: 'Deux' };
    expect((await lead.call(ruleRoutes.change, { params, body: { rule, number: 0 } })).reply).toMatchObject({
      number: 1,
    });
    expect((await lead.call(ruleRoutes.change, { params, body: { rule, number: 0 } })).problem.code).toBe(
      'rule_changed',
    );
    expect((await lead.call(ruleRoutes.switch, { params, body: { on: true } })).reply.on).toBe(true);
    await lead.call(ruleRoutes.order, { body: { ids: [two.id, one.id] } });
    expect((await list()).map(({ rule: { name } }) => name)).toEqual(['Deux', 'One']);
    await lead.call(ruleRoutes.remove, { params });
    expect((await lead.call(ruleRoutes.remove, { params })).problem.code).toBe('not_found');
    expect(await list()).toHaveLength(1);
  });

  test('are told why a rule cannot be', async () => {
    const refused = async (rule: Rule, on = true) =>
      (await lead.call(ruleRoutes.add, { body: { rule, on } })).problem?.detail;
    const words = ruleOf('Words', { when: 'wrote', words: null }, 0, [{ deed: 'raise' }]);
    expect(await refused(words)).toBe('Something is still to be said in “Words” before it can be on.');
    const { id } = await kept(words, false);
    const switched = await lead.call(ruleRoutes.switch, { params: { id }, body: { on: true } });
    expect(switched.problem.code).toBe('wrong_rule');
    expect(await refused(words, false)).toBe('There is a rule “Words” already.');
    expect(await refused(ruleOf('Gone', { when: 'began' }, 0, [{ deed: 'tag', tag: '999' }]))).toBe(
      'The tag that “Gone” names is gone.',
    );
    const unknown = { all: [{ fact: 'shoe size', is: 'is known' as const }] };
    expect(await refused(ruleOf('Shoes', { when: 'began' }, 0, [{ deed: 'raise' }], { onlyIf: unknown }))).toBe(
      'There is no fact “shoe size”.',
    );
    const again = ruleOf('Round', { when: 'silent' }, 60, [{ deed: 'lead', flow }], { atMost: 'each' });
    expect(await refused(again)).toBe(
      'These rules would run each other for ever: “Round”, then “Round” again. Let one of them act once in a conversation.',
    );
  });

  test('alone: agents are not let near, and others’ rules are not there', async () => {
    const { id } = await kept(ruleOf('Ours', { when: 'began' }, 0, [{ deed: 'raise' }]));
    expect((await agent.call(ruleRoutes.list)).problem.code).toBe('not_allowed');
    const stranger = await new Browser(server).signIn((await makeWorkspace(server.database, 'elsewhere')).lead);
    expect((await stranger.call(ruleRoutes.list)).reply.rules).toEqual([]);
    const switched = await stranger.call(ruleRoutes.switch, { params: { id }, body: { on: false } });
    expect(switched.problem.code).toBe('not_found');
    const tried = await stranger.call(ruleRoutes.try, { body: {} });
    expect(tried.reply).toMatchObject({ tried: [], next: null });
  });
});

describe('a rule for who waits', () => {
  const sorry = ruleOf('Sorry', { when: 'wanted' }, 2, [say('Sorry.\nYou are number {place}.\nIt takes {never}.')]);

  test('speaks when nobody has come in time, once, under the flow’s name', async () => {
    await kept(sorry);
    const visitor = await waiting();
    await vi.waitFor(() => expect(visitor.said.at(-1)).toMatch(/^Sorry\./), WAIT);
    const entry = visitor.entries.at(-1)!;
    expect(entry).toMatchObject({ kind: 'said', speaker: 'Robin', rule: { name: 'Sorry' } });
    // What is not known is not promised.
    expect(entry).toMatchObject({ line: [[{ text: 'Sorry.' }], [{ text: expect.stringMatching(/number \d+\.$/) }]] });
    await settled();
    expect(await ruled(visitor)).toMatchObject([{ part: 0, did: [{ deed: 'say' }] }]);
    visitor.close();
  });

  test('is silent when somebody has come, and says why it was', async () => {
    await kept(sorry);
    const visitor = await waiting();
    await lead.call(conversationRoutes.take, { params: paramsOf(visitor) });
    await settled();
    await vi.waitFor(async () => {
      const { reply } = await lead.call(ruleCaseRoutes.why, { params: paramsOf(visitor) });
      expect(reply.rules).toMatchObject([
        { name: 'Sorry', on: true, cases: [{ silent: 'ended', ended: 'Lead of ruled took the conversation.' }] },
      ]);
    }, WAIT);
    expect(await ruled(visitor)).toEqual([]);
    visitor.close();
  });

  test('hands them over to a team', async () => {
    await kept(ruleOf('To Sales', { when: 'wanted' }, 0, [{ deed: 'assign', to: { team: workspace.team } }]));
    const visitor = await waiting();
    await acts(visitor);
    expect((await get(visitor)).conversation).toMatchObject({ holder: 'waiting', team: 'Sales' });
    visitor.close();
  });

  test('does nothing about a team that is gone, says so, and does the rest', async () => {
    const rows = server.house.tables.in(workspace.id).of(teams);
    const team = await rows.add({ name: 'Roofs' });
    server.house.ports.directories.forget(workspace.id);
    await kept(ruleOf('To Roofs', { when: 'wanted' }, 0, [{ deed: 'assign', to: { team } }, say('One moment more')]));
    await rows.remove({ id: team });
    server.house.ports.directories.forget(workspace.id);
    const visitor = await waiting();
    await acts(visitor);
    expect(await ruled(visitor)).toMatchObject([{ did: [{ deed: 'nothing' }, { deed: 'say' }] }]);
    expect((await get(visitor)).conversation).toMatchObject({ holder: 'waiting', team: null });
    visitor.close();
  });
});

describe('what a rule does', () => {
  test('words go first: urgent, tagged and told, once', async () => {
    const [tag] = (await lead.call(ruleRoutes.list)).reply.names.tags;
    const does: Deed[] = [
      { deed: 'raise' },
      { deed: 'tag', tag: tag!.id },
      { deed: 'notify', to: 'leads', text: 'A leak: {preview|somebody} waits' },
    ];
    await kept(ruleOf('Leaks', { when: 'wrote', words: ['leak'] }, 0, does));
    const visitor = await came();
    await visitor.reply('there is a leak');
    await visitor.reply('another leak');
    await acts(visitor);
    await settled();
    expect((await get(visitor)).conversation).toMatchObject({ urgent: true, tags: [{ name: 'Spam' }] });
    const { id } = paramsOf(visitor);
    await vi.waitFor(async () => {
      const { notices } = (await lead.call(noticeRoutes.list)).reply;
      expect(notices.filter(one => one.conversation === id)).toMatchObject([{ text: 'A leak: somebody waits' }]);
    }, WAIT);
    expect((await agent.call(noticeRoutes.list)).reply.notices.filter(one => one.conversation === id)).toEqual([]);
    await vi.waitFor(async () => expect((await list())[0]).toMatchObject({ acted: 1 }), WAIT);
    visitor.close();
  });

  test('who is silent is asked, then it is closed, and goes on when they write', async () => {
    const rule = ruleOf('Still there?', { when: 'silent' }, 1, [say('Are you still there?')], { atMost: 'each' });
    const close: Deed = { deed: 'close', outcome: 'No reply' };
    await kept({ ...rule, parts: [...rule.parts, { after: { for: { amount: 1, unit: 'seconds' } }, do: [close] }] });
    const visitor = await came();
    await visitor.reply('flat');
    await vi.waitFor(async () => expect((await get(visitor)).conversation.holder).toBe('done'), WAIT);
    expect(visitor.said.filter(text => text === 'Are you still there?')).toHaveLength(1);
    expect((await get(visitor)).conversation.outcome).toBe('No reply');
    // Who comes back hours later goes on where they were; a day later they begin anew.
    const comesAfter = async (hours: number) => {
      await server.database.query(
        'UPDATE conversations SET last_at = UTC_TIMESTAMP(3) - INTERVAL :hours HOUR WHERE id = :id',
        { replacements: { hours, id: paramsOf(visitor).id } },
      );
      const page = new VisitorPage(server, await boardingPass(server, workspace.siteKey), visitor.pass);
      await page.open();
      page.close();
      return page.welcome.conversation;
    };
    expect(await comesAfter(5)).toBe(paramsOf(visitor).id);
    expect(await comesAfter(25)).not.toBe(paramsOf(visitor).id);
    await visitor.reply('maud@ellery.example');
    await vi.waitFor(() => expect(visitor.said).toContain('Thank you, maud@ellery.example.'), WAIT);
    visitor.close();
  });

  test('a flow leads again, from a scene, whoever waited', async () => {
    await kept(ruleOf('Back', { when: 'wanted' }, 0, [{ deed: 'lead', flow, scene: 'welcome' }]));
    const visitor = await waiting();
    await vi.waitFor(() => expect(visitor.said.filter(text => text === 'Hello!')).toHaveLength(2), WAIT);
    expect((await get(visitor)).conversation).toMatchObject({ holder: 'flow', waitingSince: null });
    expect(await ruled(visitor)).toMatchObject([{ did: [{ deed: 'lead', scene: { title: 'Welcome' } }] }]);
    visitor.close();
  });

  test('one has another do what it does, where its conditions hold', async () => {
    const only = { all: [{ fact: 'written', is: 'is' as const, value: true }] };
    const inner = await kept(ruleOf('Inner', { when: 'tagged', tag: '1' }, 0, [say('Inner')], { onlyIf: only }), false);
    await lead.call(ruleRoutes.change, {
      params: { id: inner.id },
      body: { rule: { ...inner.rule, when: { when: 'assigned' } }, number: 0 },
    });
    await lead.call(ruleRoutes.switch, { params: { id: inner.id }, body: { on: true } });
    await kept(ruleOf('Outer', { when: 'wanted' }, 0, [{ deed: 'run', rule: inner.id }, say('Outer')]));
    const visitor = await waiting();
    await acts(visitor, 2);
    expect(visitor.said.slice(-2)).toEqual(['Inner', 'Outer']);
    expect((await ruled(visitor)).map(({ rule: { name } }) => name)).toEqual(['Outer', 'Inner']);
    visitor.close();
  });

  test('an email goes to who left their address, and nothing where it is not known', async () => {
    const mail: Deed = {
      deed: 'email',
      to: { visitor: true },
      subject: 'About {home|your home}',
      text: 'We write soon.',
    };
    await kept(ruleOf('Letter', { when: 'wanted' }, 0, [mail]));
    const nobody = await waiting();
    await acts(nobody);
    expect(await ruled(nobody)).toMatchObject([{ did: [{ deed: 'nothing', why: 'had nobody to write to' }] }]);
    const visitor = await came();
    await visitor.reply('flat');
    await visitor.reply('maud@ellery.example');
    await acts(visitor);
    expect((await get(visitor)).entries).toContainEqual(
      expect.objectContaining({ kind: 'emailed', to: ['maud@ellery.example'], subject: 'About Flat' }),
    );
    nobody.close();
    visitor.close();
  });

  test('where a person has written no rule speaks, unless the lead says after how long', async () => {
    await kept(ruleOf('Butts in', { when: 'unanswered' }, 1, [say('I am still here')], { atMost: 'each' }));
    await kept(
      ruleOf('May speak', { when: 'unanswered' }, 1, [say('They are on it')], {
        atMost: 'each',
        afterPerson: { amount: 1, unit: 'seconds' },
      }),
    );
    const visitor = await waiting();
    const body = { text: 'Hello, I am Tom', clientId: 'tom-says-hello' };
    await lead.call(conversationRoutes.reply, { params: paramsOf(visitor), body });
    await visitor.reply('and?');
    await vi.waitFor(() => expect(visitor.said.at(-1)).toBe('They are on it'), WAIT);
    await settled();
    expect(visitor.said).not.toContain('I am still here');
    visitor.close();
  });
});

test('a conversation that nobody followed so far is followed from its log', async () => {
  const visitor = await waiting();
  const { id } = paramsOf(visitor);
  await server.database.query('UPDATE conversations SET course = NULL WHERE id = :id', { replacements: { id } });
  await kept(ruleOf('Late', { when: 'wanted' }, 1, [say('Sorry, late')]));
  await server.database.query(
    `INSERT INTO rule_dues (conversation_id, workspace_id, due_at) VALUES (:id, :workspace, UTC_TIMESTAMP(3))
     ON DUPLICATE KEY UPDATE due_at = UTC_TIMESTAMP(3)`,
    { replacements: { id, workspace: workspace.id } },
  );
  await vi.waitFor(() => expect(visitor.said.at(-1)).toBe('Sorry, late'), WAIT);
  visitor.close();
});

test('what a rule would have done in what has been is told, case by case, without doing anything', async () => {
  const visitor = await waiting();
  const rule = ruleOf('Would', { when: 'wanted' }, 0, [say('Sorry')]);
  const { reply } = await lead.call(ruleRoutes.try, { body: { rule: { id: null, rule } } });
  const own = reply.tried.find(({ id }) => id === paramsOf(visitor).id);
  expect(own?.cases).toMatchObject([{ rule: '', part: 0 }]);
  expect(own?.cases[0]).not.toHaveProperty('silent');
  expect(reply.days.reduce((sum, { conversations }) => sum + conversations, 0)).toBeGreaterThan(0);
  const { reply: further, problem } = await lead.call(ruleRoutes.try, {
    body: { rule: { id: null, rule }, before: reply.next! },
  });
  expect(problem).toBeUndefined();
  expect(further).toMatchObject({ tried: [], next: null });
  expect(visitor.said).not.toContain('Sorry');
  visitor.close();
});

test('of two processes one acts, and each conversation once', async () => {
  const other = await testServer(url);
  await kept(ruleOf('Once', { when: 'wanted' }, 1, [{ deed: 'raise' }, say('Sorry')]));
  await vi.waitFor(async () => expect((await other.house.ports.rules.of(workspace.id)).rules).toHaveLength(1), WAIT);
  const visitors = await Promise.all(Array.from({ length: 12 }, () => waiting()));
  await Promise.all(visitors.map(visitor => acts(visitor)));
  await settled();
  for (const visitor of visitors) {
    const { entries } = await get(visitor);
    expect(entries.filter(({ kind }) => kind === 'ruled')).toHaveLength(1);
    expect(entries.filter(entry => entry.kind === 'said' && entry.rule)).toHaveLength(1);
    visitor.close();
  }
  await other.close();
});

describe('how it went', () => {
  const asks = (email?: true) =>
    ruleOf(
      'How',
      { when: 'over', by: 'person' },
      1,
      [{ deed: 'rate', text: 'How did it go?', ...(email ? { email } : {}) }],
      { afterPerson: { amount: 1, unit: 'seconds' }, atMost: 'each' },
    );
  const question = (visitor: VisitorPage) =>
    vi.waitFor(() => {
      const asked = visitor.entries.findLast(entry => entry.kind === 'asked');
      expect(asked).toMatchObject({ line: [[{ text: 'How did it go?' }]] });
      return asked as Extract<typeof asked, { kind: 'asked' }>;
    }, WAIT);
  const rated = async (visitor: VisitorPage) =>
    server.house.tables
      .in(workspace.id)
      .of(ratings)
      .one({ conversationId: paramsOf(visitor).id });
  async function finished(): Promise<VisitorPage> {
    const visitor = await waiting();
    const body = { text: 'Hello, I am Tom', clientId: `tom-says-${paramsOf(visitor).id}` };
    await lead.call(conversationRoutes.reply, { params: paramsOf(visitor), body });
    await lead.call(conversationRoutes.done, { params: paramsOf(visitor) });
    return visitor;
  }

  test('is asked once, said, and a word about it kept; the conversation stays done', async () => {
    await kept(asks());
    const visitor = await finished();
    const { step } = await question(visitor);
    await visitor.reply('Good', { choice: 'good', ...(step ? { step } : {}) });
    await vi.waitFor(() => expect(visitor.said.at(-1)).toMatch(/^Thank you\. Is there anything/), WAIT);
    const word = visitor.entries.findLast(entry => entry.kind === 'asked');
    await visitor.reply('Tom was kind', { step: word?.kind === 'asked' ? (word.step ?? '') : '' });
    await vi.waitFor(() => expect(visitor.said.at(-1)).toBe('Thank you, that helps.'), WAIT);
    expect(await rated(visitor)).toMatchObject({ rating: 'good', comment: 'Tom was kind', flowId: flow });
    expect((await get(visitor)).conversation.holder).toBe('done');
    expect(await ruled(visitor)).toHaveLength(1);
    visitor.close();
  });

  test('a question in its place is a question, and somebody is there for it', async () => {
    await kept(asks());
    const visitor = await finished();
    const { step } = await question(visitor);
    await visitor.reply('And when does the engineer come?', step ? { step } : {});
    await vi.waitFor(async () => expect((await get(visitor)).conversation.holder).toBe('waiting'), WAIT);
    expect(await rated(visitor)).toBeUndefined();
    visitor.close();
  });

  test('by email as well, with a link that leads back', async () => {
    await kept(asks(true));
    const visitor = await came();
    await visitor.reply('flat');
    await visitor.reply('maud@ellery.example');
    const body = { text: 'Hello', clientId: `tom-says-${paramsOf(visitor).id}` };
    await lead.call(conversationRoutes.reply, { params: paramsOf(visitor), body });
    await lead.call(conversationRoutes.done, { params: paramsOf(visitor) });
    await question(visitor);
    expect((await get(visitor)).entries).toContainEqual(
      expect.objectContaining({ kind: 'emailed', to: ['maud@ellery.example'], subject: 'ruled: How did it go?' }),
    );
    visitor.close();
  });
});

import { createServer, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { conversationRoutes, flowRoutes, noticeRoutes, settingsRoutes } from '@kineta/contract';
import { directionWords, type Flow, type Step } from '@kineta/core';
import { type ParsedMail, simpleParser } from 'mailparser';
import { QueryTypes } from 'sequelize';
import { SMTPServer } from 'smtp-server';
import { afterAll, afterEach, beforeAll, describe, expect, test, vi } from 'vitest';
import type { RunningServer } from '../server.ts';
import {
  Browser,
  boardingPass,
  emptyDatabase,
  makeWorkspace,
  rewrite,
  testServer,
  VisitorPage,
  type Workspace,
} from '../tests/kineta.ts';

const line = (text: string) => [[{ text }]];
const end: Step = { id: 'end', kind: 'end' };
const say = (id: string, text: string): Step => ({ id, kind: 'say', line: line(text) });

const keys: string[] = [];

/** Answers as services do that work, and as those do that do not. */
function oddService(): Promise<Server> {
  const server = createServer((request, response) => {
    const path = request.url ?? '';
    keys.push(String(request.headers['idempotency-key']));
    if (path.startsWith('/hang')) return;
    if (path.startsWith('/lone')) response.setHeader('content-type', 'application/json').end('{"town": "\\ud83d"}');
    else if (path.startsWith('/html')) response.setHeader('content-type', 'text/html').end('<h1>Hello</h1>');
    else if (path.startsWith('/broken')) response.writeHead(500).end('no');
    else if (path.startsWith('/secured') && request.headers['x-api-key'] !== 'open sesame')
      response.writeHead(401).end();
    else if (path.startsWith('/away')) response.writeHead(302, { location: '/json' }).end();
    else if (path.startsWith('/large'))
      response.setHeader('content-type', 'application/json').end(JSON.stringify('x'.repeat(5_000_000)));
    else if (path.startsWith('/halfway')) response.setHeader('content-type', 'application/json').end('{"town": ');
    else response.setHeader('content-type', 'application/json').end(JSON.stringify({ town: 'Ellerby', asked: path }));
  });
  return new Promise(resolve => server.listen(0, '127.0.0.1', () => resolve(server)));
}

let url: string;
let server: RunningServer;
let workspace: Workspace;
let lead: Browser;
let service: Server;
let post: SMTPServer;
const letters: ParsedMail[] = [];
const pages: VisitorPage[] = [];
const options = (): Parameters<typeof testServer>[2] => ({
  smtpUrl: `smtp://127.0.0.1:${(post.server.address() as AddressInfo).port}`,
  standIns: Object.fromEntries(
    ['services.example', 'fine.example'].map(host => [
      host,
      `http://127.0.0.1:${(service.address() as AddressInfo).port}`,
    ]),
  ),
});

beforeAll(async () => {
  service = await oddService();
  post = new SMTPServer({
    authOptional: true,
    disabledCommands: ['STARTTLS', 'AUTH'],
    onRcptTo: ({ address }, _, done) =>
      address.startsWith('nobody')
        ? done(Object.assign(new Error('No such mailbox'), { responseCode: 550 }))
        : address.startsWith('later')
          ? done(Object.assign(new Error('Try later'), { responseCode: 451 }))
          : done(),
    onData: (stream, _, done) =>
      void simpleParser(stream).then(mail => {
        letters.push(mail);
        done();
      }),
  });
  await new Promise<void>(resolve => post.listen(0, '127.0.0.1', resolve));
  url = await emptyDatabase();
  server = await testServer(url, 0, options());
  workspace = await makeWorkspace(server.database, 'clockwork');
  lead = await new Browser(server).signIn(workspace.lead);
});
afterEach(() => {
  for (const page of pages.splice(0)) page.close();
  letters.length = 0;
});
afterAll(async () => {
  service.closeAllConnections();
  await server.close();
  service.close();
  await new Promise<void>(resolve => post.close(() => resolve()));
});

const facts: Flow['facts'] = [
  { name: 'town', type: 'text', scope: 'conversation' },
  { name: 'email', type: 'email', scope: 'visitor' },
  { name: 'bill', type: 'money', scope: 'conversation' },
];

async function publish(
  name: string,
  scenes: Record<string, Step[]>,
  sites = [workspace.site],
  by = lead,
): Promise<void> {
  const flow: Flow = {
    format: 'kineta.flow/2',
    name,
    speaker: 'Robin',
    facts,
    scenes: Object.entries(scenes).map(([id, steps]) => ({ id, title: id, steps })),
  };
  const made = await by.call(flowRoutes.create, { body: { file: JSON.stringify(flow) } });
  const done = await by.call(flowRoutes.publish, { params: { id: made.reply.id }, body: { revision: 1, sites } });
  if (done.problem) throw new Error(done.problem.detail);
}

async function visit(on = server, to = workspace): Promise<VisitorPage> {
  const page = new VisitorPage(on, await boardingPass(on, to.siteKey));
  pages.push(page);
  return page.open();
}

async function log(page: VisitorPage): Promise<string[]> {
  const { reply } = await lead.call(conversationRoutes.get, { params: { id: page.welcome.conversation } });
  return reply.entries.flatMap(entry =>
    entry.kind === 'direction' && entry.says ? [directionWords(entry.says, 'en')] : [],
  );
}

describe('a pause', () => {
  const steps: Step[] = [
    say('before', 'One moment.'),
    { id: 'p', kind: 'pause', for: { amount: 1, unit: 'seconds' } },
    say('after', 'Here I am.'),
    end,
  ];

  test('passes by itself, and the visitor sees meanwhile that more is coming', async () => {
    await publish('Pausing', { a: steps });
    const page = await visit();
    expect(page.said).toEqual(['One moment.']);
    await vi.waitFor(() => expect(page.said).toEqual(['One moment.', 'Here I am.']), 5_000);
    expect(page.batches.map(batch => batch.busy)).toEqual([true, false]);
  });

  test('outlives the process that began it, and is taken up by another', async () => {
    await publish('Pausing', { a: steps });
    const first = await testServer(url, 0, options());
    const page = await visit(first);
    page.close();
    await first.close();
    await vi.waitFor(async () => {
      const { reply } = await lead.call(conversationRoutes.get, { params: { id: page.welcome.conversation } });
      expect(reply.conversation.holder).toBe('done');
    }, 8_000);
  });

  test('is over once, however many processes look for it', async () => {
    await publish('Pausing', { a: steps });
    const second = await testServer(url, 0, options());
    const visitors = await Promise.all(Array.from({ length: 8 }, (_, index) => visit(index % 2 ? server : second)));
    // Which process plays them on is left open; news reach only its own sockets, so the log is looked at.
    for (const page of visitors)
      await vi.waitFor(async () => {
        const { reply } = await lead.call(conversationRoutes.get, { params: { id: page.welcome.conversation } });
        expect(reply.conversation.holder).toBe('done');
        expect(reply.entries.filter(entry => entry.kind === 'said')).toHaveLength(2);
      }, 8_000);
    await second.close();
    const left = await server.database.query('SELECT * FROM timers', { type: QueryTypes.SELECT });
    expect(left).toEqual([]);
  });
});

describe('a service', () => {
  const calling = (address: string, more: object = {}): Record<string, Step[]> => ({
    a: [
      {
        id: 'call',
        kind: 'call service',
        method: 'GET',
        url: address,
        take: [{ path: 'town', fact: 'town' }],
        limit: 1,
        tries: 1,
        failed: { to: 'b' },
        ...more,
      } as Step,
      {
        id: 'tell',
        kind: 'say',
        line: [[{ text: 'That is in ' }, { fact: 'town', otherwise: 'nowhere' }, { text: '.' }]],
      },
      end,
    ],
    b: [say('sorry', 'I cannot look that up just now.'), { ...end, id: 'e2' }],
  });

  test('that answers is heard', async () => {
    await publish('Calling', calling('https://services.example/json'));
    const page = await visit();
    await vi.waitFor(() => expect(page.said).toEqual(['That is in Ellerby.']), 5_000);
  });

  test.each([
    ['hang', 'The service failed: it took longer than 1 s.'],
    ['html', 'The service failed: it answered with text/html instead of JSON.'],
    ['broken', 'The service failed: it answered with status 500.'],
    ['large', 'The service failed: its answer is longer than 256 KB.'],
    ['halfway', 'The service failed: its answer is not JSON.'],
    ['away', 'The service failed: it could not be reached.'],
  ])('that does not (%s) is gone on without, and the log says why', async (path, why) => {
    await publish('Calling', calling(`https://services.example/${path}`));
    const page = await visit();
    await vi.waitFor(() => expect(page.said).toEqual(['I cannot look that up just now.']), 8_000);
    expect(await log(page)).toEqual([why]);
  });

  test('whose address cannot be read is gone on without', async () => {
    await publish('Calling', calling('http://post.example:port/json'));
    const page = await visit();
    await vi.waitFor(() => expect(page.said).toEqual(['I cannot look that up just now.']), 8_000);
    expect(await log(page)).toEqual(['The service failed: its address cannot be read.']);
  });

  test('whose address is the name of something else is gone on without', async () => {
    await publish('Calling', calling('https://constructor/x', { tries: 2 }));
    const page = await visit();
    await vi.waitFor(() => expect(page.said).toEqual(['I cannot look that up just now.']), 8_000);
    expect(await log(page)).toEqual(['The service failed: it could not be reached.']);
  });
  test('that answers with half a character is heard, with that half left out', async () => {
    await publish('Calling', calling('https://services.example/lone'));
    const page = await visit();
    await vi.waitFor(() => expect(page.said).toEqual(['That is in \ufffd.']), 5_000);
  });
  test('is told with each try by which order it is called', async () => {
    keys.length = 0;
    await publish('Calling', calling('https://services.example/broken', { tries: 2 }));
    const page = await visit();
    await vi.waitFor(() => expect(page.said).toHaveLength(1), 8_000);
    expect(keys).toHaveLength(2);
    expect(new Set(keys).size).toBe(1);
    expect(keys[0]).toMatch(/^"kineta-[\w-]+"$/);
  });
  test('that never answers makes nobody of another workspace wait', async () => {
    const slow = await makeWorkspace(server.database, 'slow');
    const theirs = await new Browser(server).signIn(slow.lead);
    await publish('Hanging', calling('https://services.example/hang', { limit: 30 }), [slow.site], theirs);
    const scenes: Record<string, Step[]> = {
      a: [
        { id: 'p', kind: 'pause', for: { amount: 1, unit: 'seconds' } },
        { id: 'email', kind: 'set', fact: 'email', value: 'maud@ellery.example' },
        {
          id: 'mail',
          kind: 'email',
          to: { fact: 'email' },
          askedFor: true,
          subject: line('Quick'),
          line: line('Quick.'),
          charts: [],
        },
        ...calling('https://services.example/json').a!,
      ],
      b: [end].map(step => ({ ...step, id: 'e2' })),
    };
    await publish('Quick', scenes);
    await Promise.all(Array.from({ length: 40 }, () => visit(server, slow)));
    const page = await visit();
    await vi.waitFor(() => expect(page.said).toEqual(['That is in Ellerby.']), 20_000);
    await vi.waitFor(() => expect(letters).toHaveLength(1), 20_000);
    const [given] = await server.database.query<{ up: number }>(
      'SELECT COUNT(*) AS up FROM outbox WHERE workspace_id = :id AND settled IS NOT NULL AND what LIKE "%hang%"',
      { replacements: { id: slow.id }, type: QueryTypes.SELECT },
    );
    expect(Number(given!.up)).toBe(0);
  });
  test('that never answers leaves the workspace’s others room', async () => {
    const both = await makeWorkspace(server.database, 'both');
    const theirs = await new Browser(server).signIn(both.lead);
    await publish('Hanging too', calling('https://services.example/hang', { limit: 30 }), [both.site], theirs);
    await Promise.all(Array.from({ length: 40 }, () => visit(server, both)));
    await publish('Fine', calling('https://fine.example/json'), [both.site], theirs);
    const page = await visit(server, both);
    await vi.waitFor(() => expect(page.said).toEqual(['That is in Ellerby.']), 20_000);
    const [hanging] = await server.database.query<{ waiting: number }>(
      'SELECT COUNT(*) AS waiting FROM outbox WHERE workspace_id = :id AND settled IS NULL AND what LIKE "%hang%"',
      { replacements: { id: both.id }, type: QueryTypes.SELECT },
    );
    expect(Number(hanging!.waiting)).toBe(40);
  });
  test('is tried again as often as the step says', async () => {
    await publish('Calling', calling('https://services.example/broken', { tries: 2 }));
    const page = await visit();
    await vi.waitFor(() => expect(page.said).toHaveLength(1), 8_000);
    const [row] = await server.database.query<{ tries: number; settled: string }>(
      'SELECT tries, settled FROM outbox WHERE conversation_id = :id',
      { replacements: { id: page.welcome.conversation }, type: QueryTypes.SELECT },
    );
    expect(row).toEqual({ tries: 2, settled: 'failed' });
  });

  test.each(['127.0.0.1', 'localhost', '[::1]', '2130706433', '169.254.169.254'])(
    'inside a private network (%s) is not called unless the workspace allows it',
    async host => {
      const port = (service.address() as AddressInfo).port;
      await publish('Calling', calling(`http://${host}:${port}/json`));
      const page = await visit();
      await vi.waitFor(() => expect(page.said).toEqual(['I cannot look that up just now.']), 8_000);
      expect(await log(page)).toEqual([
        'The service failed: its address is inside a private network, which the workspace does not allow.',
      ]);
    },
  );

  test('that the workspace allows is called', async () => {
    const host = `127.0.0.1:${(service.address() as AddressInfo).port}`;
    await server.database.query('UPDATE workspaces SET allowed_hosts = :hosts', {
      replacements: { hosts: JSON.stringify([host]) },
    });
    const elsewhere = await testServer(url, 0, options());
    await publish('Calling', calling(`http://${host}/json`));
    const page = await visit(elsewhere);
    await vi.waitFor(() => expect(page.said).toEqual(['That is in Ellerby.']), 8_000);
    await elsewhere.close();
    await server.database.query(`UPDATE workspaces SET allowed_hosts = '[]'`);
  });

  describe('that asks for a key', () => {
    const keep = (host: string, value = 'open sesame') =>
      lead.call(settingsRoutes.keepKey, { body: { host, header: 'X-Api-Key', value } });
    afterEach(() => server.database.query('DELETE FROM service_keys'));

    test('is sent it', async () => {
      await publish('Calling', calling('https://services.example/secured'));
      const without = await visit();
      await vi.waitFor(() => expect(without.said).toEqual(['I cannot look that up just now.']), 8_000);
      expect(await log(without)).toEqual(['The service failed: it answered with status 401.']);

      await keep('services.example', 'of last year');
      await keep('services.example');
      const page = await visit();
      await vi.waitFor(() => expect(page.said).toEqual(['That is in Ellerby.']), 5_000);
    });

    test.each(['other.example', 'sub.services.example', 'services.example:8443'])(
      'is not sent the key of another host (%s)',
      async other => {
        await keep(other);
        await publish('Calling', calling('https://services.example/secured'));
        const page = await visit();
        await vi.waitFor(() => expect(page.said).toEqual(['I cannot look that up just now.']), 8_000);
        expect(await log(page)).toEqual(['The service failed: it answered with status 401.']);
      },
    );

    test('is not sent it where others could read it', async () => {
      await keep('open.example');
      await publish('Calling', calling('http://open.example/json'));
      const page = await visit();
      await vi.waitFor(() => expect(page.said).toEqual(['I cannot look that up just now.']), 8_000);
      expect(await log(page)).toEqual([
        'The service failed: its address begins with http://, on whose way others could read its key.',
      ]);
    });

    test('is not sent one that was sealed under another secret, or for another workspace', async () => {
      const stranger = await testServer(await emptyDatabase(), 0, { ...options(), secret: 'another' });
      const elsewhere = await makeWorkspace(stranger.database, 'stranger');
      await (await new Browser(stranger).signIn(elsewhere.lead)).call(settingsRoutes.keepKey, {
        body: { host: 'services.example', header: 'X-Api-Key', value: 'open sesame' },
      });
      const [row] = await stranger.database.query<{ sealed: Buffer }>('SELECT sealed FROM service_keys', {
        type: QueryTypes.SELECT,
      });
      await stranger.close();
      await keep('services.example');
      await server.database.query('UPDATE service_keys SET sealed = :sealed', { replacements: { ...row } });
      await publish('Calling', calling('https://services.example/secured'));
      const page = await visit();
      await vi.waitFor(() => expect(page.said).toEqual(['I cannot look that up just now.']), 8_000);
      expect(await log(page)).toEqual([
        'The service failed: its key can no longer be read, and has to be given again in Settings.',
      ]);
    });
  });
});

describe('an email', () => {
  const mailing: Record<string, Step[]> = {
    a: [
      { id: 'bill', kind: 'set', fact: 'bill', value: 1_900 },
      {
        id: 'chart',
        kind: 'chart',
        title: line('A year'),
        form: 'bars',
        values: [{ label: 'Now', formula: 'bill' }],
        money: true,
      },
      { id: 'ask', kind: 'ask', line: line('Where to?'), answer: { type: 'email' }, fact: 'email', tries: 2 },
      {
        id: 'mail',
        kind: 'email',
        to: { fact: 'email' },
        askedFor: true,
        subject: line('Your estimate'),
        line: [[{ text: 'You pay ' }, { fact: 'bill' }, { text: ' <now> & ' }, { text: 'more', link: '/privacy' }]],
        charts: ['chart'],
      },
      { id: 'more', kind: 'ask', line: line('Anything else?'), answer: { type: 'short text' }, tries: 1 },
      end,
    ],
  };

  test('arrives, as text and as markup that nothing in it can break, with its chart', async () => {
    await publish('Mailing', mailing);
    const page = await visit();
    await page.reply('maud@ellery.example');
    await vi.waitFor(() => expect(letters).toHaveLength(1), 5_000);
    const [mail] = letters;
    expect(mail).toMatchObject({ subject: 'Your estimate' });
    expect(mail?.text).toContain('You pay £1,900 <now> & more (https://brackenrow.example/privacy)');
    expect(mail?.text).toContain('Now: £1,900');
    expect(mail?.html).toContain('You pay £1,900 &lt;now&gt; &amp; ');
    expect(mail?.html).toContain('href="https://brackenrow.example/privacy"');
    expect(mail?.headers.get('auto-submitted')).toBe('auto-generated');
  });

  test('that a mailbox refuses is told to the visitor and to the log', async () => {
    await publish('Mailing', mailing);
    const page = await visit();
    await page.reply('nobody@ellery.example');
    await vi.waitFor(() => expect(page.said.at(-1)).toContain('nobody@ellery.example came back'), 5_000);
    expect(await log(page)).toEqual([expect.stringContaining('did not arrive: 550 No such mailbox')]);
  });

  test('that cannot be sent just now is sent later', async () => {
    await publish('Mailing', mailing);
    const page = await visit();
    await page.reply('later@ellery.example');
    await vi.waitFor(async () => {
      const [row] = await server.database.query<{ tries: number; settled: string | null; why: string | null }>(
        'SELECT tries, settled, why FROM outbox WHERE conversation_id = :id AND due_at > UTC_TIMESTAMP(3)',
        { replacements: { id: page.welcome.conversation }, type: QueryTypes.SELECT },
      );
      expect(row).toMatchObject({ tries: 1, settled: null, why: expect.stringContaining('451') });
    }, 5_000);
    await server.database.query('DELETE FROM outbox WHERE settled IS NULL');
  });
});

describe('a notice', () => {
  test('reaches the members of its team, and is read once', async () => {
    await publish('Telling', {
      a: [{ id: 'n', kind: 'notify', team: 'Sales', line: line('Somebody pays a lot.') }, end],
    });
    const agent = await new Browser(server).signIn(workspace.agent);
    const [{ id: member }] = (await server.database.query('SELECT id FROM members WHERE email = :email', {
      replacements: { email: workspace.agent },
      type: QueryTypes.SELECT,
    })) as [{ id: string }];
    await server.database.query(
      'INSERT INTO team_members (team_id, member_id, workspace_id) VALUES (:team, :member, :id)',
      {
        replacements: { team: workspace.team, member, id: workspace.id },
      },
    );
    const page = await visit();
    await vi.waitFor(async () => expect((await agent.call(noticeRoutes.list)).reply.notices).toHaveLength(1), 5_000);
    const { reply } = await agent.call(noticeRoutes.list);
    expect(reply.notices[0]).toMatchObject({ conversation: page.welcome.conversation, text: 'Somebody pays a lot.' });
    expect((await lead.call(noticeRoutes.list)).reply.notices).toEqual([]);
    await agent.call(noticeRoutes.read, { body: { id: reply.notices[0]!.id } });
    expect((await agent.call(noticeRoutes.list)).reply.read).toBe(reply.notices[0]!.id);
  });
});

describe('another flow', () => {
  test('goes on with what both know', async () => {
    await publish(
      'Second',
      {
        z: [
          {
            id: 's',
            kind: 'say',
            line: [[{ text: 'So you pay ' }, { fact: 'bill', otherwise: 'nothing' }, { text: '.' }]],
          },
          end,
        ],
      },
      [],
    );
    await publish('First', {
      a: [
        { id: 'b', kind: 'set', fact: 'bill', value: 1_900 },
        { id: 'go', kind: 'start flow', flow: 'Second' },
      ],
    });
    const page = await visit();
    expect(page.said).toEqual(['So you pay £1,900.']);
    const { reply } = await lead.call(conversationRoutes.get, { params: { id: page.welcome.conversation } });
    expect(reply.conversation).toMatchObject({ flow: 'Second', holder: 'done' });
    expect(reply.entries).toContainEqual(expect.objectContaining({ kind: 'went on with', flow: 'Second', edition: 1 }));
  });

  test('that is gone by now hands over to people', async () => {
    await publish('Third', { z: [end] }, []);
    await publish('First', { a: [{ id: 'go', kind: 'start flow', flow: 'Third' }] });
    const flows = await lead.call(flowRoutes.list);
    const third = flows.reply.flows.find(flow => flow.name === 'Third')!;
    await lead.call(flowRoutes.remove, { params: { id: third.id } });
    const page = await visit();
    expect(page.welcome.batch.entries.at(-1)).toMatchObject({ kind: 'handed over', team: null });
  });

  test('each of which goes on with the other is stopped', async () => {
    await publish('Ping', { a: [end] }, []);
    await publish('Pong', { a: [{ id: 'go', kind: 'start flow', flow: 'Ping' }] }, []);
    const flows = await lead.call(flowRoutes.list);
    const ping = flows.reply.flows.find(flow => flow.name === 'Ping')!;
    const { reply } = await lead.call(flowRoutes.get, { params: { id: ping.id } });
    const round = {
      ...reply.draft,
      scenes: [{ id: 'a', title: 'a', steps: [{ id: 'go', kind: 'start flow' as const, flow: 'Pong' }] }],
    };
    await rewrite(lead, ping.id, round);
    await lead.call(flowRoutes.publish, { params: { id: ping.id }, body: { revision: 2, sites: [workspace.site] } });
    const page = await visit();
    expect(page.welcome.batch.entries.at(-1)).toMatchObject({ kind: 'handed over' });
  });
});

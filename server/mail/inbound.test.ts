import { createServer } from 'node:net';
import { conversationRoutes } from '@kineta/contract';
import fc from 'fast-check';
import { type ParsedMail, simpleParser } from 'mailparser';
import { createTransport } from 'nodemailer';
import { afterAll, beforeAll, describe, expect, test, vi } from 'vitest';
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
import { answerIn, identityOf, isAutomatic } from './answer.ts';
import { ReplyAddresses } from './reply-address.ts';

const ADDRESS = 'answers@chat.brackenrow.example';
const SECRET = 'a secret of the tests';
const WAIT = { timeout: 10_000 };
const addresses = new ReplyAddresses(ADDRESS, SECRET);

let server: RunningServer;
let workspace: Workspace;
let agent: Browser;
let port: number;

const freePort = () =>
  new Promise<number>(resolve => {
    const probe = createServer().listen(0, '127.0.0.1', () => {
      const { port: found } = probe.address() as { port: number };
      probe.close(() => resolve(found));
    });
  });

beforeAll(async () => {
  port = await freePort();
  server = await testServer(await emptyDatabase(), 0, { replyAddress: ADDRESS, inboundPort: port });
  ({ workspace } = await publishing(server, 'mailed'));
  agent = await new Browser(server).signIn(workspace.agent);
});
afterAll(() => server.close());

interface Letter {
  to: string;
  text: string;
  from?: string;
  headers?: Record<string, string>;
  messageId?: string;
  attachments?: Array<{ filename: string; content: string }>;
}
/** Sends a letter as a mail server would. @throws with what it was answered */
async function sends({ from = 'maud@ellery.example', ...letter }: Letter): Promise<void> {
  const transport = createTransport(`smtp://127.0.0.1:${port}?ignoreTLS=true`);
  try {
    await transport.sendMail({ from, subject: 'Re: Your estimate', envelope: { from, to: letter.to }, ...letter });
  } finally {
    transport.close();
  }
}
const came = async () => new VisitorPage(server, await boardingPass(server, workspace.siteKey)).open();
const get = async (visitor: VisitorPage) =>
  (await agent.call(conversationRoutes.get, { params: { id: visitor.welcome.conversation } })).reply;
const addressOf = (visitor: VisitorPage) =>
  addresses.of({ workspace: workspace.id, conversation: visitor.welcome.conversation });
const mailed = async (visitor: VisitorPage) =>
  (await get(visitor)).entries.flatMap(entry => (entry.kind === 'replied' && entry.mailed ? [entry.text] : []));

describe('an answer by email', () => {
  test('joins its conversation, without what it quotes, and waits for somebody', async () => {
    const visitor = await came();
    const text = ['Tuesday suits us.', '', 'On Tue, 24 Nov 2026, Robin <robin@x.example> wrote:', '> Which day?'].join(
      '\n',
    );
    await sends({ to: addressOf(visitor), text });
    expect(await mailed(visitor)).toEqual(['Tuesday suits us.']);
    expect((await get(visitor)).conversation).toMatchObject({ holder: 'waiting', preview: 'Tuesday suits us.' });
    // Who has the chat open sees it there, and the flow did not take it for an answer.
    await vi.waitFor(() => expect(visitor.entries.at(-1)).toMatchObject({ kind: 'replied', mailed: true }), WAIT);
    visitor.close();
  });

  test('stays with whoever has the conversation', async () => {
    const visitor = await came();
    const params = { id: visitor.welcome.conversation };
    await agent.call(conversationRoutes.take, { params });
    await sends({ to: addressOf(visitor), text: 'Thank you' });
    expect((await get(visitor)).conversation.holder).toBe('agent');
    await agent.call(conversationRoutes.done, { params });
    await sends({ to: addressOf(visitor), text: 'One more thing' });
    expect((await get(visitor)).conversation.holder).toBe('waiting');
    expect(await mailed(visitor)).toEqual(['Thank you', 'One more thing']);
    visitor.close();
  });

  test('joins once, however often it is sent', async () => {
    const visitor = await came();
    const letter = { to: addressOf(visitor), text: 'Once', messageId: '<one@ellery.example>' };
    await Promise.all([sends(letter), sends(letter)]);
    await sends(letter);
    expect(await mailed(visitor)).toEqual(['Once']);
    visitor.close();
  });

  test('says that a file was left out', async () => {
    const visitor = await came();
    const attachments = [{ filename: 'boiler.txt', content: 'hot' }];
    await sends({ to: addressOf(visitor), text: 'See here', attachments });
    expect(await mailed(visitor)).toEqual(['See here\n\n(A file was attached, which is not kept here.)']);
    visitor.close();
  });

  test('that nobody wrote is taken and goes nowhere', async () => {
    const visitor = await came();
    const to = addressOf(visitor);
    await sends({ to, text: 'I am away', headers: { 'Auto-Submitted': 'auto-replied' } });
    await sends({ to, text: 'News', headers: { Precedence: 'bulk' } });
    expect(await mailed(visitor)).toEqual([]);
    visitor.close();
  });

  test('is refused at an address that was made up, of a conversation that is gone, and of who is let in no more', async () => {
    const visitor = await came();
    const to = addressOf(visitor);
    await expect(
      sends({ to: to.replace(/[0-9a-f]@/, sign => `${sign[0] === '0' ? '1' : '0'}@`), text: 'x' }),
    ).rejects.toThrow('550');
    await expect(sends({ to: ADDRESS, text: 'x' })).rejects.toThrow('550');
    await expect(sends({ to: 'somebody@elsewhere.example', text: 'x' })).rejects.toThrow('550');
    const gone = addresses.of({ workspace: workspace.id, conversation: '999999' });
    await expect(sends({ to: gone, text: 'x' })).rejects.toThrow('550');
    await agent.call(conversationRoutes.take, { params: { id: visitor.welcome.conversation } });
    await agent.call(conversationRoutes.block, { params: { id: visitor.welcome.conversation } });
    await expect(sends({ to, text: 'x' })).rejects.toThrow('550');
    visitor.close();
  });

  test('comes at most so often', async () => {
    const visitor = await came();
    const to = addressOf(visitor);
    for (let count = 0; count < 20; count++) await sends({ to, text: `Letter ${count}` });
    await expect(sends({ to, text: 'One too many' })).rejects.toThrow('451');
    expect(await mailed(visitor)).toHaveLength(20);
    visitor.close();
  });
});

describe('an address for answers', () => {
  const place = { workspace: '12', conversation: '9007199254740993' };
  test('is read as it was written, whoever makes its letters small or large', () => {
    expect(addresses.read(addresses.of(place))).toEqual(place);
    expect(addresses.read(addresses.of(place).toUpperCase())).toEqual(place);
    expect(addresses.of(place).split('@')[0]!.length).toBeLessThanOrEqual(64);
  });
  test('is of one server, and cannot be made', () => {
    expect(new ReplyAddresses(ADDRESS, 'another secret').read(addresses.of(place))).toBeUndefined();
    fc.assert(
      fc.property(fc.string(), text => {
        expect(addresses.read(`answers+${text}@chat.brackenrow.example`)).toBeUndefined();
        expect(addresses.read(text)).toBeUndefined();
      }),
    );
  });
});

describe('what somebody wrote', () => {
  const letter = (text: string, more: Partial<ParsedMail> = {}): ParsedMail =>
    ({ text, attachments: [], headers: new Map(), headerLines: [], html: false, ...more }) as ParsedMail;
  test('is what stands above what is quoted', () => {
    const gmail = 'Yes please.\n\nOn Tue, Nov 24, 2026 at 10:12 AM Robin <robin@x.example>\nwrote:\n\n> Shall we come?';
    expect(answerIn(letter(gmail), 'en')).toBe('Yes please.');
    expect(answerIn(letter('Yes please.\r\n\r\n-- \r\nMaud Ellery'), 'en')).toBe('Yes please.');
    expect(answerIn(letter('   '), 'en')).toBeUndefined();
  });
  test('is never longer than a message, well formed, and found soon, whatever was sent', () => {
    fc.assert(
      fc.property(
        fc.oneof(
          fc.string({ maxLength: 3_000 }),
          fc
            .array(fc.constantFrom('On ', 'wrote:', '> ', '\n', '-- \n', 'From: ', '_'), { maxLength: 4_000 })
            .map(parts => parts.join('')),
        ),
        text => {
          const began = performance.now();
          const said = answerIn(letter(text), 'en') ?? '';
          expect(said.length).toBeLessThanOrEqual(4_000);
          expect(said.isWellFormed()).toBe(true);
          expect(performance.now() - began).toBeLessThan(5_000);
        },
      ),
      { numRuns: 50 },
    );
  });
  test('is known again by what its sender calls it, or by what it says', async () => {
    const parsed = await simpleParser('Message-ID: <a@b.example>\r\n\r\nHello');
    expect(identityOf(parsed)).toBe(identityOf({ ...parsed, text: 'else' }));
    expect(identityOf(letter('a'))).not.toBe(identityOf(letter('b')));
    expect(identityOf(parsed)).toMatch(/^[A-Za-z0-9_-]{8,40}$/);
  });
  test('was written by somebody', async () => {
    const of = async (header: string) => isAutomatic(await simpleParser(`${header}\r\n\r\nHello`), 'a@b.example');
    expect(await of('Subject: x')).toBe(false);
    expect(await of('Auto-Submitted: no')).toBe(false);
    expect(await of('Auto-Submitted: auto-replied')).toBe(true);
    expect(await of('Precedence: junk')).toBe(true);
    expect(isAutomatic(await simpleParser('Subject: Undelivered\r\n\r\nHello'), '')).toBe(true);
  });
});

import { conversationRoutes, peopleRoutes } from '@kineta/contract';
import { afterAll, beforeAll, beforeEach, expect, test } from 'vitest';
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
import { visitors } from './model.ts';

let server: RunningServer;
let workspace: Workspace;
let lead: Browser;
let letters: Array<{ to: string; subject: string; says: readonly string[] }>;
beforeAll(async () => {
  server = await testServer(await emptyDatabase());
  ({ workspace } = await publishing(server, 'leaving'));
  lead = await new Browser(server).signIn(workspace.lead);
  server.house.ports.post.write = async (_, letter) => {
    letters.push(letter);
    return letter.to.startsWith('nobody') ? { sent: false, why: 'No such mailbox' } : { sent: true };
  };
});
afterAll(() => server.close());
beforeEach(() => {
  letters = [];
});

const come = async (pass?: VisitorPage['pass']) =>
  new VisitorPage(server, await boardingPass(server, workspace.siteKey), pass).open();
const asked = (visitor: VisitorPage, name: 'transcript' | 'erase', request: object) =>
  new Promise<{ ok: boolean; problem?: { code: string } }>(resolve =>
    visitor.socket.emit(name, request as never, resolve as never),
  );
const people = async () => (await lead.call(peopleRoutes.list, { query: {} })).reply.people.map(({ email }) => email);

test('what was said is sent to the visitor, as far as they saw it', async () => {
  const visitor = await come();
  await visitor.reply('Flat');
  await expect.poll(() => visitor.said.at(-1)).toBe('Your email?');
  await lead.call(conversationRoutes.note, {
    params: { id: visitor.welcome.conversation },
    body: { clientId: 'note-0001', text: 'Not for them' },
  });
  expect(await asked(visitor, 'transcript', { email: 'maya@example.org' })).toMatchObject({ ok: true });
  expect(letters).toEqual([
    {
      to: 'maya@example.org',
      subject: 'Your chat with leaving',
      says: ['Robin: Hello!', 'Robin: What sort of home?', 'You: Flat', 'Robin: Your email?'],
    },
  ]);
  expect(await asked(visitor, 'transcript', { email: 'nonsense' })).toMatchObject({
    ok: false,
    problem: { code: 'invalid_request' },
  });
  expect(await asked(visitor, 'transcript', { email: 'nobody@example.org' })).toMatchObject({
    ok: false,
    problem: { code: 'unavailable' },
  });
  visitor.close();
});

test('letters are few, whatever addresses they are to go to', async () => {
  const visitor = await come();
  const sent: boolean[] = [];
  for (let index = 0; index < 5; index++)
    sent.push((await asked(visitor, 'transcript', { email: `a${index}@example.org` })).ok);
  expect(sent).toEqual([true, true, true, false, false]);
  visitor.close();
});

test('who ends and erases their chat is known no more, nor is the person whom only they told of', async () => {
  const visitor = await come();
  await visitor.reply('Flat');
  await visitor.reply('maya@example.org');
  await expect.poll(people).toContain('maya@example.org');
  const id = visitor.welcome.conversation;
  expect(await asked(visitor, 'erase', {})).toMatchObject({ ok: true, conversations: 1 });
  expect((await lead.call(conversationRoutes.get, { params: { id } })).problem.code).toBe('not_found');
  expect(await people()).not.toContain('maya@example.org');
  expect(await server.house.tables.in(workspace.id).of(visitors).count({ id: visitor.pass!.id })).toBe(0);
  visitor.close();
  // The browser is somebody else from then on.
  const again = await come(visitor.pass);
  expect(again.welcome.visitor?.id).toBeTruthy();
  expect(again.welcome.visitor?.id).not.toBe(visitor.pass!.id);
  again.close();
});

test('who only says an address takes nothing of its owner away', async () => {
  const owner = await come();
  await owner.reply('Flat');
  await owner.reply('tom@example.org');
  await expect.poll(people).toContain('tom@example.org');
  const other = await come();
  await other.reply('Flat');
  await other.reply('tom@example.org');
  await expect.poll(() => other.said.at(-1)).not.toBe('Your email?');
  expect(await asked(other, 'erase', {})).toMatchObject({ ok: true });
  expect(await people()).toContain('tom@example.org');
  const { reply } = await lead.call(conversationRoutes.get, { params: { id: owner.welcome.conversation } });
  expect(reply.conversation.id).toBe(owner.welcome.conversation);
  owner.close();
  other.close();
});

test('nobody is erased or written to before the chat was opened', async () => {
  const visitor = new VisitorPage(server, await boardingPass(server, workspace.siteKey));
  await new Promise<void>(resolve => visitor.socket.once('connect', resolve));
  for (const name of ['transcript', 'erase'] as const)
    expect(await asked(visitor, name, name === 'erase' ? {} : { email: 'a@example.org' })).toMatchObject({
      ok: false,
      problem: { code: 'invalid_request' },
    });
  visitor.close();
});

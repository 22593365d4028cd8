import { conversationRoutes } from '@kineta/contract';
import { afterAll, beforeAll, expect, test } from 'vitest';
import type { RunningServer } from '../server.ts';
import {
  type Browser,
  boardingPass,
  emptyDatabase,
  publishing,
  testServer,
  VisitorPage,
  type Workspace,
} from '../tests/kineta.ts';

let server: RunningServer;
let workspace: Workspace;
let lead: Browser;
beforeAll(async () => {
  server = await testServer(await emptyDatabase());
  ({ workspace, lead } = await publishing(server, 'reached'));
});
afterAll(() => server.close());

const visit = async (pass?: VisitorPage['pass']) =>
  new VisitorPage(server, await boardingPass(server, workspace.siteKey), pass).open();
const detail = async (id: string) => (await lead.call(conversationRoutes.get, { params: { id } })).reply;
const reached = async (id: string) => (await detail(id)).reached;
const answer = (id: string, text: string) =>
  lead.call(conversationRoutes.reply, { params: { id }, body: { clientId: crypto.randomUUID(), text } });

test('how far a visitor has a conversation, and has seen it, only ever grows, and never beyond what there is', async () => {
  const visitor = await visit();
  const id = visitor.welcome.conversation;
  await answer(id, 'Good morning.');
  const { last } = (await detail(id)).conversation;
  expect(await reached(id)).toEqual({ has: 0, seen: 0 });
  visitor.socket.emit('has', { to: last, seen: false });
  await expect.poll(() => reached(id), { timeout: 10_000 }).toEqual({ has: last, seen: 0 });
  visitor.socket.emit('has', { to: last + 1_000, seen: true });
  await expect.poll(() => reached(id), { timeout: 10_000 }).toEqual({ has: last, seen: last });
  // Another tab of theirs is behind.
  const behind = await visit(visitor.pass);
  behind.socket.emit('has', { to: 1, seen: true });
  await answer(id, 'Are you there?');
  behind.socket.emit('has', { to: last + 1, seen: false });
  await expect.poll(() => reached(id), { timeout: 10_000 }).toEqual({ has: last + 1, seen: last });
  for (const page of [visitor, behind]) page.close();
});

test('nonsense says nothing, and a visitor speaks for their own conversation alone', async () => {
  const [one, other] = [await visit(), await visit()];
  const id = one.welcome.conversation;
  for (const wrong of [{}, { to: -1, seen: true }, { to: 1.5, seen: true }, { to: 1, seen: 'yes' }, null])
    one.socket.emit('has', wrong as never);
  other.socket.emit('has', { to: 1, seen: true });
  await expect.poll(() => reached(other.welcome.conversation), { timeout: 10_000 }).toEqual({ has: 1, seen: 1 });
  expect(await reached(id)).toEqual({ has: 0, seen: 0 });
  for (const page of [one, other]) page.close();
});

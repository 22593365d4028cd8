import { accountRoutes, availabilityRoutes } from '@kineta/contract';
import { HERE_WITHIN, IDLE_AFTER } from '@kineta/core';
import { io } from 'socket.io-client';
import { afterAll, beforeAll, expect, test, vi } from 'vitest';
import type { RunningServer } from '../server.ts';
import { Browser, emptyDatabase, publishing, testServer, type Workspace } from '../tests/kineta.ts';
import { COMES_AGAIN_WITHIN, hearsWhoIsHere } from './availability.ts';
import { members } from './model.ts';

let server: RunningServer;
let workspace: Workspace;
let lead: Browser;
beforeAll(async () => {
  server = await testServer(await emptyDatabase());
  ({ workspace, lead } = await publishing(server, 'Availability'));
});
afterAll(() => server.close());

const idOf = async () => (await lead.call(accountRoutes.me)).reply.member.id;
const own = async () => {
  const id = await idOf();
  return (await lead.call(availabilityRoutes.list)).reply.find(({ member }) => member === id)!;
};
const sits = async (hereAt: Date | null, activeAt = hereAt) => {
  const id = await idOf();
  await server.house.tables.in(workspace.id).of(members).change({ hereAt, activeAt }, { id });
  server.house.ports.directories.forget(workspace.id);
  return id;
};

test('who is not here takes no chats; who is does, until they say otherwise', async () => {
  await sits(null);
  expect(await own()).toMatchObject({ availability: 'not here', away: false, holds: 0, most: 4 });
  const now = Date.now();
  await sits(new Date(now - HERE_WITHIN - 1_000));
  expect((await own()).availability).toBe('not here');
  await sits(new Date(now), new Date(now - IDLE_AFTER - 1_000));
  expect((await own()).availability).toBe('idle');
  await sits(new Date());
  expect((await own()).availability).toBe('takes chats');
  await lead.call(availabilityRoutes.change, { body: { away: true } });
  expect(await own()).toMatchObject({ availability: 'away', away: true });
  await lead.call(availabilityRoutes.change, { body: { away: false, most: 2 } });
  expect(await own()).toMatchObject({ availability: 'takes chats', most: 2 });
});

test('a number of chats that is none is refused at its place', async () => {
  for (const most of [0, 51, 1.5]) {
    const { problem } = await lead.call(availabilityRoutes.change, { body: { most } });
    expect(problem.fields?.[0]).toMatchObject({ path: 'body.most' });
  }
  expect((await new Browser(server).call(availabilityRoutes.list)).problem.code).toBe('not_signed_in');
});

test('a page says that it is here, by its member alone, and no oftener than is listened to', async () => {
  const id = await sits(null);
  let said: ((given: unknown) => void) | undefined;
  const socket = {
    on(_: string, heard: (given: unknown) => void) {
      said = heard;
    },
  };
  const me = { id, workspace: workspace.id } as Parameters<typeof hearsWhoIsHere>[1];
  hearsWhoIsHere(socket as unknown as Parameters<typeof hearsWhoIsHere>[0], me, server.house);
  for (const bad of [undefined, null, {}, { idle: 'no' }, { idle: -1 }, { idle: Number.NaN }, { idle: 1e300 }])
    said!(bad);
  expect((await own()).availability).toBe('not here');
  said!({ idle: IDLE_AFTER + 1_000 });
  await vi.waitFor(async () => expect((await own()).availability).toBe('idle'));
  said!({ idle: 0 });
  expect((await own()).availability).toBe('idle');
});

test('who signs out is gone at once', async () => {
  const one = await new Browser(server).signIn(workspace.lead);
  await sits(new Date());
  expect((await own()).availability).not.toBe('not here');
  await one.call(accountRoutes.signOut);
  expect((await own()).availability).toBe('not here');
});

test('whose last page is closed is gone soon after, and not while another is open', async () => {
  const open = async () => {
    const socket = io(`${server.url}/studio`, { transports: ['websocket'], extraHeaders: { cookie: lead.cookie } });
    await new Promise(resolve => socket.once('connect', () => resolve(undefined)));
    return socket;
  };
  const [one, other] = [await open(), await open()];
  await sits(new Date());
  const closedAt = Date.now();
  one.close();
  // Nothing is to happen, so it is waited until it would have.
  await vi.waitFor(() => expect(Date.now()).toBeGreaterThan(closedAt + COMES_AGAIN_WITHIN + 1_000), 15_000);
  expect((await own()).availability).toBe('takes chats');
  other.close();
  await vi.waitFor(async () => expect((await own()).availability).toBe('not here'), COMES_AGAIN_WITHIN + 5_000);
}, 40_000);

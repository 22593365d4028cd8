import { lookRoutes, noticeRoutes, settingsRoutes, siteRoutes, todayRoutes } from '@kineta/contract';
import { plainLook } from '@kineta/core';
import { afterAll, beforeAll, expect, test } from 'vitest';
import { people } from '../people/model.ts';
import type { RunningServer } from '../server.ts';
import {
  Browser,
  boardingPass,
  emptyDatabase,
  makeWorkspace,
  publishing,
  SITE,
  testServer,
  VisitorPage,
} from '../tests/kineta.ts';
import { todayOf } from './service.ts';

let server: RunningServer;
beforeAll(async () => {
  server = await testServer(await emptyDatabase());
});
afterAll(() => server.close());

test('what is to do is looked up where it is, line by line, and can be put away', async () => {
  const { workspace } = await publishing(server, 'todo');
  const lead = await new Browser(server).signIn(workspace.lead);
  const today = async () => (await lead.call(todayRoutes.get)).reply;
  const isDone = async (code: string) => (await today()).todo.find(line => line.code === code)?.done;
  expect(Object.fromEntries((await today()).todo.map(({ code, done }) => [code, done]))).toEqual({
    'business facts': false,
    'teams with hours': false,
    'a colleague': false,
    'a look': false,
    'a site': false,
    'a flow that is live': true,
    'a conversation': false,
    'a test notice': false,
  });
  const missing = (await today()).todo.find(({ code }) => code === 'business facts')!.about.missing;
  expect(missing).toBe('business phone, business address, policy page');
  const facts = [
    { name: 'business phone', type: 'phone' as const, value: '+441632960117' },
    { name: 'business address', type: 'text' as const, value: 'Tarrowdale' },
    { name: 'policy page', type: 'text' as const, value: `${SITE}/privacy` },
  ];
  await lead.call(settingsRoutes.save, { body: { facts } });
  expect(await isDone('business facts')).toBe(true);
  await fetch(`${server.url}/w/${workspace.siteKey}/alive`, { method: 'POST', body: '/', headers: { origin: SITE } });
  expect(await isDone('a site')).toBe(true);
  const params = { id: workspace.site };
  await lead.call(lookRoutes.put, { params, body: { look: plainLook, number: 0 } });
  expect(await isDone('a look')).toBe(true);
  await new Browser(server).signIn(workspace.agent);
  expect(await isDone('a colleague')).toBe(true);
  const visitor = await new VisitorPage(server, await boardingPass(server, workspace.siteKey)).open();
  visitor.close();
  expect(await isDone('a conversation')).toBe(true);

  // A notice that was sent counts when it has come to a browser, and only if it was one of ours.
  const { id } = (await lead.call(noticeRoutes.test)).reply;
  expect((await lead.call(noticeRoutes.tested)).reply.last).toMatchObject({ id, arrivedAt: null });
  expect(await isDone('a test notice')).toBe(false);
  const { lead: stranger } = await publishing(server, 'elsewhere');
  await stranger.call(noticeRoutes.arrived, { body: { id } });
  expect(await isDone('a test notice')).toBe(false);
  await lead.call(noticeRoutes.arrived, { body: { id } });
  expect(await isDone('a test notice')).toBe(true);
  const noLead = await new Browser(server).signIn(workspace.agent);
  expect((await noLead.call(noticeRoutes.test)).problem.code).toBe('not_allowed');

  await lead.call(todayRoutes.putAway, { body: { code: 'teams with hours', away: true } });
  const away = async () => (await today()).todo.filter(({ putAway }) => putAway).map(({ code }) => code);
  expect(await away()).toEqual(['teams with hours']);
  await lead.call(todayRoutes.putAway, { body: { code: 'teams with hours', away: false } });
  expect(await away()).toEqual([]);
  const agent = await new Browser(server).signIn(workspace.agent);
  expect((await agent.call(todayRoutes.get)).reply.todo).toEqual([]);
  expect((await agent.call(siteRoutes.list)).problem.code).toBe('not_allowed');
});

test('the day begins at midnight of the workspace, and is held against the same weekdays by the same clock', async () => {
  const { id, lead } = await makeWorkspace(server.database, 'days');
  const account = (await new Browser(server).signIn(lead)).account!;
  const me = { ...account.member, workspace: id, csrf: '' };
  // A Monday at ten, summer time; the Sunday before last the clock in New York was changed.
  const now = Date.parse('2026-03-16T14:00:00Z');
  await server.house.ports.directories.change(id, {
    zone: 'America/New_York',
    createdAt: new Date('2026-03-01T00:00:00Z'),
  });
  const rows = server.house.tables.in(id).of(people);
  const given = async (iso: string, name: string) => {
    const at = new Date(iso);
    await rows.add({ name, email: `${name}@tarrow.example`, phone: null, facts: {}, firstSeen: at, lastSeen: at });
  };
  await given('2026-03-16T03:59:00Z', 'yesterday');
  await given('2026-03-16T04:01:00Z', 'early');
  await given('2026-03-16T13:59:00Z', 'late');
  await given('2026-03-09T13:30:00Z', 'before');
  await given('2026-03-09T14:30:00Z', 'after');
  await given('2026-03-02T14:30:00Z', 'winter');
  const today = await todayOf(server.house, me, now);
  expect(today.since).toBe('2026-03-16T04:00:00.000Z');
  expect(today.hours).toHaveLength(10);
  expect(today.figures.find(({ code }) => code === 'emails')).toEqual({ code: 'emails', count: 2, usual: 1 });
});

import type { Flow } from '@kineta/core';
import { QueryTypes } from 'sequelize';
import { afterAll, beforeAll, expect, test } from 'vitest';
import type { RunningServer } from '../server.ts';
import { boardingPass, emptyDatabase, publishing, testServer, VisitorPage, type Workspace } from '../tests/kineta.ts';
import { conversations, timers } from './model.ts';

const MANY = 30;

const flow: Flow = {
  format: 'kineta.flow/2',
  name: 'Later',
  speaker: 'Robin',
  facts: [],
  scenes: [
    {
      id: 'a',
      title: 'A',
      steps: [
        { id: 'wait', kind: 'pause', for: { amount: 1, unit: 'hours' } },
        { id: 'one', kind: 'say', line: [[{ text: 'One.' }]] },
        { id: 'more', kind: 'pause', for: { amount: 1, unit: 'seconds' } },
        { id: 'two', kind: 'say', line: [[{ text: 'Two.' }]] },
        { id: 'end', kind: 'end' },
      ],
    },
  ],
};

let server: RunningServer;
let workspace: Workspace;
let boarding: string;
beforeAll(async () => {
  server = await testServer(await emptyDatabase());
  ({ workspace } = await publishing(server, 'timers', flow));
  boarding = await boardingPass(server, workspace.siteKey);
});
afterAll(() => server.close());

const rows = () => server.house.tables.in(workspace.id);
const visits = (count: number) =>
  Promise.all(Array.from({ length: count }, () => new VisitorPage(server, boarding).open()));
/** All of these are due at the same moment. */
async function fallDue(pages: readonly VisitorPage[]): Promise<void> {
  const conversationId = pages.map(({ welcome }) => welcome.conversation);
  await rows()
    .of(timers)
    .change({ dueAt: new Date(Date.now() - 1_000) }, { conversationId });
  server.house.wake(0);
}
const close = (pages: readonly VisitorPage[]) => {
  for (const page of pages) page.close();
};

test('many that fall due at the same moment are told each once, and their next ones at their time', async () => {
  const pages = await visits(MANY);
  await fallDue(pages);
  for (const page of pages) await expect.poll(() => page.said, { timeout: 20_000 }).toEqual(['One.', 'Two.']);
  expect(await rows().of(timers).count({})).toBe(0);
  const said = await server.database.query<{ count: string }>(
    `SELECT COUNT(*) AS count FROM entries WHERE workspace_id = :workspace AND kind = 'said'`,
    { replacements: { workspace: workspace.id }, type: QueryTypes.SELECT },
  );
  expect(Number(said[0]!.count)).toBe(2 * MANY);
  close(pages);
});

test('one that cannot be told holds up none of those that are told with it', async () => {
  const pages = await visits(5);
  // Its edition is gone.
  await rows().of(conversations).change({ editionId: '999999999' }, { id: pages[2]!.welcome.conversation });
  await fallDue(pages);
  for (const [index, page] of pages.entries())
    if (index !== 2) await expect.poll(() => page.said, { timeout: 20_000 }).toEqual(['One.', 'Two.']);
  expect(pages[2]!.said).toEqual([]);
  expect(await rows().of(timers).count({ conversationId: pages[2]!.welcome.conversation })).toBe(1);
  close(pages);
});

test('a timer that was set meanwhile stays, whatever the one before it comes to', async () => {
  const [page] = await visits(1);
  const conversationId = page!.welcome.conversation;
  // One with another ticket is due: nothing comes of it, and it is gone.
  await rows().of(timers).change({ ticket: 99 }, { conversationId });
  await fallDue([page!]);
  await expect.poll(() => rows().of(timers).count({ conversationId }), { timeout: 10_000 }).toBe(0);
  expect(page!.said).toEqual([]);
  close([page!]);
});

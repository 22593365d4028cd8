import { flowRoutes, runRoutes } from '@kineta/contract';
import { FORMAT, RUN_FORMAT } from '@kineta/core';
import { QueryTypes } from 'sequelize';
import { afterAll, beforeAll, expect, test } from 'vitest';
import type { RunningServer } from '../server.ts';
import { Browser, emptyDatabase, makeWorkspace, rewrite, testServer, type Workspace } from '../tests/kineta.ts';

/** A flow and a run-through as rows of earlier versions hold them. */
const before = {
  format: 'kineta.flow/1',
  name: 'Written before',
  speaker: 'Robin',
  facts: [
    { name: 'bill', type: 'money', scope: 'conversation' },
    { name: 'email', type: 'email', scope: 'visitor' },
  ],
  scenes: [
    {
      id: 'a',
      title: 'A',
      steps: [
        { id: 'say', kind: 'say', line: [[{ text: 'Hello' }]], picture: { src: '/p/1', alt: 'A pump' } },
        { id: 'set', kind: 'set', fact: 'bill', to: { value: 1_900 } },
        { id: 'work', kind: 'set', fact: 'bill', to: { formula: 'bill * 2' } },
        { id: 'end', kind: 'end' },
      ],
    },
  ],
};
const setting = {
  visitor: 'new',
  remembered: {},
  page: '/',
  device: 'computer',
  language: 'en',
  referrer: '',
  campaign: '',
  clock: '2026-11-24T10:30:00',
  office: 'in',
};
const run = {
  format: 'kineta.run/1',
  name: 'Answered',
  setting,
  beats: [{ does: 'service answers', result: {} }],
  must: [{ must: 'end' }],
};

let server: RunningServer;
let workspace: Workspace;
let lead: Browser;
beforeAll(async () => {
  server = await testServer(await emptyDatabase());
  workspace = await makeWorkspace(server.database, 'before');
  lead = await new Browser(server).signIn(workspace.lead);
});
afterAll(() => server.close());

test('a draft and its run-throughs of an earlier version open as they are now, and are written so from then on', async () => {
  const [id] = await server.database.query(
    `INSERT INTO flows (workspace_id, name, draft, revision, changes, created_at, updated_at)
     VALUES (:id, 'Written before', :flow, 1, 0, UTC_TIMESTAMP(3), UTC_TIMESTAMP(3))`,
    { replacements: { id: workspace.id, flow: JSON.stringify(before) }, type: QueryTypes.INSERT },
  );
  const flow = String(id);
  await server.database.query(
    'INSERT INTO run_throughs (workspace_id, flow_id, run, changed_at) VALUES (:id, :flow, :run, UTC_TIMESTAMP(3))',
    { replacements: { id: workspace.id, flow, run: JSON.stringify(run) } },
  );
  const { reply } = await lead.call(flowRoutes.get, { params: { id: flow } });
  expect(reply.draft.format).toBe(FORMAT);
  expect(reply.draft.facts[1]).toMatchObject({ name: 'email', person: 'email' });
  expect(reply.draft.scenes[0]?.steps).toMatchObject([
    { kind: 'say', pictures: [{ src: '/p/1', alt: 'A pump' }] },
    { kind: 'set', fact: 'bill', value: 1_900 },
    { kind: 'work out', fact: 'bill', formula: 'bill * 2' },
    { kind: 'end' },
  ]);
  const kept = await lead.call(runRoutes.list, { params: { id: flow } });
  expect(kept.reply.runs).toMatchObject([{ run: { format: RUN_FORMAT, beats: [{ does: 'is told' }] } }]);

  await rewrite(lead, flow, { ...reply.draft, speaker: 'Wren' });
  const [row] = await server.database.query<{ format: string }>(
    `SELECT JSON_VALUE(draft, '$.format') AS format FROM flows WHERE id = :flow`,
    { replacements: { flow }, type: QueryTypes.SELECT },
  );
  expect(row?.format).toBe(FORMAT);
});

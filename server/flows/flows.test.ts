import { flowRoutes } from '@kineta/contract';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import type { RunningServer } from '../server.ts';
import { Browser, emptyDatabase, greeting, makeWorkspace, testServer, type Workspace } from '../tests/kineta.ts';
import { countChanges } from './service.ts';

let server: RunningServer;
let workspace: Workspace;
let hanne: Browser;
let other: Browser;

beforeAll(async () => {
  server = await testServer(await emptyDatabase());
  workspace = await makeWorkspace(server.database, 'brackenrow');
  hanne = await new Browser(server).signIn(workspace.lead);
  other = await new Browser(server).signIn(workspace.lead);
});
afterAll(() => server.close());

const create = async (body: object = { file: JSON.stringify(greeting) }) =>
  (await hanne.call(flowRoutes.create, { body })).reply;
const of = (id: string) => ({ params: { id } });

describe('flows', () => {
  test('are created blank, renamed, cloned, deleted and restored', async () => {
    const flow = await create({ name: 'First visit' });
    expect(flow).toMatchObject({ name: 'First visit', scenes: 1, edition: null, changes: 0, sites: [] });
    expect((await hanne.call(flowRoutes.rename, { ...of(flow.id), body: { name: 'Second visit' } })).reply.name).toBe(
      'Second visit',
    );
    const clone = await create({ from: flow.id });
    expect(clone).toMatchObject({ name: 'Second visit (copy)', steps: flow.steps });
    await hanne.call(flowRoutes.remove, of(flow.id));
    expect((await hanne.call(flowRoutes.get, of(flow.id))).problem.code).toBe('not_found');
    const names = async () => (await hanne.call(flowRoutes.list)).reply.flows.map(({ id }) => id);
    expect(await names()).not.toContain(flow.id);
    await hanne.call(flowRoutes.restore, of(flow.id));
    expect(await names()).toContain(flow.id);
  });

  test.each([
    ['{"format"', /broken JSON/],
    ['{"format":"kineta.flow/9"}', /later Kineta/],
    ['{"hello":1}', /not a flow file/],
    [JSON.stringify({ ...greeting, scenes: [{ ...greeting.scenes[0], title: '' }] }), /scene 1, title/],
  ])('a file that is none is refused with what and where: %s', async (file, words) => {
    const { status, problem } = await hanne.call(flowRoutes.create, { body: { file } });
    expect(status).toBe(422);
    expect(problem).toMatchObject({ code: 'wrong_flow_file', detail: expect.stringMatching(words) });
  });

  test('a save on an older revision overwrites nothing and says who was faster', async () => {
    const { id } = await create();
    const { revision } = (await hanne.call(flowRoutes.get, of(id))).reply;
    const save = (browser: Browser, on: number, name: string) =>
      browser.call(flowRoutes.saveDraft, {
        ...of(id),
        body: { revision: on, draft: { ...greeting, name }, writer: 'w' },
      });
    const [first, second] = await Promise.all([save(hanne, revision, 'Mine'), save(other, revision, 'Theirs')]);
    const [won, lost] = first.status === 200 ? [first, second] : [second, first];
    expect(won.reply.revision).toBe(revision + 1);
    expect(lost.problem).toMatchObject({
      code: 'draft_changed',
      status: 409,
      changed: { by: 'Lead of brackenrow', revision: revision + 1 },
    });
    expect((await save(other, revision + 1, 'Both')).status).toBe(200);
    expect((await hanne.call(flowRoutes.get, of(id))).reply.draft.name).toBe('Both');
  });

  test('publishing numbers editions, counts changes from there, and is refused while a problem stands', async () => {
    const { id } = await create();
    const publish = (revision: number, sites: string[] = []) =>
      hanne.call(flowRoutes.publish, { ...of(id), body: { revision, sites } });
    const first = await publish(1, [workspace.site]);
    expect(first.reply).toMatchObject({ edition: { number: 1 }, changes: 0, sites: ['brackenrow'] });
    const broken = structuredClone(greeting);
    broken.scenes[0]!.steps.pop();
    const saved = await hanne.call(flowRoutes.saveDraft, {
      ...of(id),
      body: { revision: 1, draft: broken, writer: 'w' },
    });
    expect(saved.reply.changes).toBeGreaterThan(0);
    const refused = await publish(saved.reply.revision);
    expect(refused.problem).toMatchObject({
      code: 'flow_has_problems',
      status: 422,
      detail: expect.stringContaining('“Welcome” runs out'),
      findings: [{ code: 'runs out' }],
    });
    const again = await hanne.call(flowRoutes.saveDraft, {
      ...of(id),
      body: { revision: saved.reply.revision, draft: greeting, writer: 'w' },
    });
    expect((await publish(again.reply.revision)).reply).toMatchObject({ edition: { number: 2 }, sites: [] });
  });

  test('a draft of 5 MB, a body that is no JSON and a field that is not in the contract are told apart', async () => {
    const { id } = await create();
    const path = `/api/flows/${id}/draft`;
    const code = async (body: string) =>
      ((await (await hanne.request('PUT', path, body)).json()) as { code: string }).code;
    expect(await code('{"revision":')).toBe('invalid_request');
    expect(await code(JSON.stringify({ revision: 1, draft: greeting, writer: 'w', admin: true }))).toBe(
      'invalid_request',
    );
    expect(await code(`"${'x'.repeat(7_000_000)}"`)).toBe('too_large');
  });

  test('pictures are known by their content', async () => {
    const upload = (content: Buffer, type: string) =>
      hanne.request('POST', '/api/pictures', new Blob([content]), { 'content-type': type });
    const png = Buffer.from(
      'iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNk+M9QDwADhgGAWjR9awAAAABJRU5ErkJggg==',
      'base64',
    );
    const fine = await upload(png, 'image/png');
    const { src } = (await fine.json()) as { src: string };
    const shown = await fetch(server.url + src);
    expect(shown.headers.get('content-type')).toBe('image/png');
    expect(shown.headers.get('x-content-type-options')).toBe('nosniff');
    expect((await upload(Buffer.from('<svg onload="alert(1)"/>'), 'image/png')).status).toBe(415);
    expect((await upload(Buffer.alloc(5 * 1024 * 1024), 'image/png')).status).toBe(413);
  });
});

test('changes count scenes, steps and facts', () => {
  const changed = structuredClone(greeting);
  changed.scenes[0]!.title = 'Hello';
  changed.scenes[0]!.steps[0] = { id: 'hello', kind: 'say', line: [[{ text: 'Hi.' }]] };
  changed.facts.push({ name: 'phone', type: 'phone', scope: 'visitor' });
  expect(countChanges(greeting, changed)).toBe(3);
  expect(countChanges(greeting, greeting)).toBe(0);
});

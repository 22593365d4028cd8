import { flowRoutes, pictureRoutes, runRoutes } from '@kineta/contract';
import { changeStep, type Edit, plainSetting, renameScene, type Step, withPictures } from '@kineta/core';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import type { RunningServer } from '../server.ts';
import {
  Browser,
  emptyDatabase,
  greeting,
  makeWorkspace,
  rewrite,
  testServer,
  type Workspace,
} from '../tests/kineta.ts';

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

  test('leave as a file with their pictures and run-throughs, and come back in another workspace without loss', async () => {
    const elsewhere = await makeWorkspace(server.database, 'elsewhere');
    const idris = await new Browser(server).signIn(elsewhere.lead);
    const png = Buffer.from(
      'iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNk+M9QDwADhgGAWjR9awAAAABJRU5ErkJggg==',
      'base64',
    );
    const upload = await hanne.request('POST', pictureRoutes.add.path, new Blob([png]), {
      'content-type': 'image/png',
    });
    const { src } = (await upload.json()) as { src: string };
    const [scene] = greeting.scenes;
    const shown: Step = { id: 'shown', kind: 'say', line: [[{ text: src }]], pictures: [{ src, alt: 'A pump' }] };
    const flow = { ...greeting, scenes: [{ ...scene!, steps: [shown, ...scene!.steps] }] };
    const { id } = await create({ file: JSON.stringify(flow) });
    const run = {
      format: 'kineta.run/2',
      name: 'Greeted',
      setting: plainSetting,
      beats: [],
      must: [{ must: 'say', text: 'Hello' }],
    };
    await hanne.call(runRoutes.keep, { ...of(id), body: { run } });
    expect((await idris.request('GET', `/api/flows/${id}/file`)).status).toBe(404);
    const response = await hanne.request('GET', `/api/flows/${id}/file`);
    expect(response.headers.get('content-disposition')).toBe(`attachment; filename=${flow.name}.json`);
    const file = await response.text();
    expect(JSON.parse(file)).toMatchObject({ pictures: { [src]: `data:image/png;base64,${png.toString('base64')}` } });

    const { reply: made } = await idris.call(flowRoutes.create, { body: { file } });
    const { draft } = (await idris.call(flowRoutes.get, of(made.id))).reply;
    const [taken] = draft.scenes[0]!.steps;
    const moved = taken?.kind === 'say' ? taken.pictures![0]!.src : '';
    expect(moved).not.toBe(src);
    expect(draft).toEqual(withPictures(flow, new Map([[src, moved]])));
    const picture = await fetch(server.url + moved);
    expect(Buffer.from(await picture.arrayBuffer())).toEqual(png);
    expect((await idris.call(runRoutes.list, of(made.id))).reply.runs).toMatchObject([{ run }]);
    const wrong = JSON.stringify({ ...flow, pictures: { [src]: 'data:image/png;base64,AAAA' } });
    expect((await idris.call(flowRoutes.create, { body: { file: wrong } })).problem.code).toBe('wrong_picture');
  });

  test('two who write at once: edits to different steps merge, in the same line the slower is told', async () => {
    const { id } = await create();
    const { revision, draft } = (await hanne.call(flowRoutes.get, of(id))).reply;
    const save = (browser: Browser, batch: string, edits: Edit[], on = revision) =>
      browser.call(flowRoutes.saveEdits, { ...of(id), body: { revision: on, batch, writer: batch, edits } });
    const [hello, , end] = [draft.scenes[0]!.steps[0]!, 0, draft.scenes[0]!.steps.at(-1)!];
    const worded = (text: string) => changeStep(draft, { ...hello, line: [[{ text }]] } as Step);
    const [first, second] = await Promise.all([
      save(hanne, 'batch-hanne', worded('Mine.')),
      save(other, 'batch-other', changeStep(draft, { ...end, outcome: 'lead' } as Step)),
    ]);
    expect([first.reply.revision, second.reply.revision].toSorted()).toEqual([revision + 1, revision + 2]);
    expect([first.reply.missed.length, second.reply.missed.length].toSorted()).toEqual([0, 1]);
    const late = await save(other, 'batch-late', [
      ...worded('Theirs.'),
      ...renameScene(draft, draft.scenes[0]!.id, 'Hi'),
    ]);
    expect(late.reply).toMatchObject({ refused: [0], revision: revision + 3, missed: { length: 2 } });
    const now = (await hanne.call(flowRoutes.get, of(id))).reply.draft;
    expect(now.scenes[0]).toMatchObject({ title: 'Hi' });
    expect(now.scenes[0]!.steps[0]).toMatchObject({ line: [[{ text: 'Mine.' }]] });
    expect(now.scenes[0]!.steps.at(-1)).toMatchObject({ outcome: 'lead' });

    // The answer of the first save was lost on its way: the same batch again changes nothing.
    const again = await save(hanne, 'batch-hanne', worded('Mine.'));
    expect(again.reply.revision).toBe(first.reply.revision);
    expect(
      (await hanne.call(flowRoutes.edits, { ...of(id), query: { after: String(revision) } })).reply.saved,
    ).toHaveLength(3);
    const ahead = await save(hanne, 'batch-ahead', worded('Mine.'), revision + 9);
    expect(ahead.problem.code).toBe('draft_changed');
    const wrong = await save(hanne, 'batch-wrong', [{ edit: 'change step', step: end.id, from: {}, to: { tries: 9 } }]);
    expect(wrong.problem.code).toBe('wrong_edit');
  });

  test('publishing numbers editions, counts changes from there, and is refused while a problem stands', async () => {
    const { id } = await create();
    const publish = (revision: number, sites: string[] = []) =>
      hanne.call(flowRoutes.publish, { ...of(id), body: { revision, sites } });
    const first = await publish(1, [workspace.site]);
    expect(first.reply).toMatchObject({ edition: { number: 1 }, changes: 0, sites: ['brackenrow'] });
    const broken = structuredClone(greeting);
    broken.scenes[0]!.steps.pop();
    const saved = await rewrite(hanne, id, broken);
    expect(saved.reply.changes).toBeGreaterThan(0);
    const refused = await publish(saved.reply.revision);
    expect(refused.problem).toMatchObject({
      code: 'flow_has_problems',
      status: 422,
      detail: expect.stringContaining('“Welcome” runs out'),
      findings: [{ code: 'runs out' }],
    });
    const again = await rewrite(hanne, id, greeting);
    expect((await publish(again.reply.revision)).reply).toMatchObject({ edition: { number: 2 }, sites: [] });
  });

  test('a draft of 5 MB, a body that is no JSON and a field that is not in the contract are told apart', async () => {
    const { id } = await create();
    const path = `/api/flows/${id}/edits`;
    const code = async (body: string) =>
      ((await (await hanne.request('POST', path, body)).json()) as { code: string }).code;
    expect(await code('{"revision":')).toBe('invalid_request');
    expect(await code(JSON.stringify({ revision: 1, batch: 'batch-one', writer: 'w', edits: [], admin: true }))).toBe(
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

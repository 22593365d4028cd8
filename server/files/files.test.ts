import { conversationRoutes, flowRoutes } from '@kineta/contract';
import type { Flow } from '@kineta/core';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import type { RunningServer } from '../server.ts';
import {
  Browser,
  boardingPass,
  emptyDatabase,
  makeWorkspace,
  testServer,
  VisitorPage,
  type Workspace,
} from '../tests/kineta.ts';
import { tidyName } from './service.ts';

/** The smallest PNG: one transparent point. */
const png = Buffer.from(
  'iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNkYPhfDwAChwGA60e6kgAAAABJRU5ErkJggg==',
  'base64',
);

const flow: Flow = {
  format: 'kineta.flow/2',
  name: 'Photos',
  speaker: 'Robin',
  facts: [{ name: 'photo', type: 'file', scope: 'conversation' }],
  scenes: [
    {
      id: 'a',
      title: 'A',
      steps: [
        {
          id: 'q',
          kind: 'ask',
          line: [[{ text: 'A photo?' }]],
          answer: { type: 'file', kinds: ['pictures'], mostMegabytes: 2 },
          fact: 'photo',
          tries: 3,
        },
        { id: 's', kind: 'say', line: [[{ text: 'Got ' }, { fact: 'photo', otherwise: 'nothing' }]] },
        { id: 'e', kind: 'end' },
      ],
    },
  ],
};

let server: RunningServer;
let workspace: Workspace;
let boarding: string;
let visitor: VisitorPage;

beforeAll(async () => {
  server = await testServer(await emptyDatabase());
  workspace = await makeWorkspace(server.database, 'files');
  const lead = await new Browser(server).signIn(workspace.lead);
  const made = await lead.call(flowRoutes.create, { body: { file: JSON.stringify(flow) } });
  await lead.call(flowRoutes.publish, {
    params: { id: made.reply.id },
    body: { revision: 1, sites: [workspace.site] },
  });
  boarding = await boardingPass(server, workspace.siteKey);
  visitor = await new VisitorPage(server, boarding).open();
});
afterAll(async () => {
  visitor.close();
  await server.close();
});

function send(content: Buffer, headers: Record<string, string> = {}): Promise<Response> {
  const { id, secret } = visitor.pass!;
  return fetch(`${server.url}/w/${workspace.siteKey}/files`, {
    method: 'POST',
    headers: {
      'content-type': 'application/octet-stream',
      'x-kineta-boarding': boarding,
      'x-kineta-visitor': `${id}.${secret}`,
      'x-kineta-name': encodeURIComponent('boiler room.png'),
      ...headers,
    },
    body: new Uint8Array(content),
  });
}
const codeOf = async (response: Response): Promise<string> => ((await response.json()) as { code: string }).code;

describe('a file of a visitor', () => {
  test('is taken for what its content is, kept, and had by members as a download', async () => {
    const response = await send(png, { 'content-type': 'text/html' });
    expect(response.status).toBe(200);
    const file = (await response.json()) as { id: string };
    expect(file).toMatchObject({ name: 'boiler room.png', type: 'image/png', size: png.length });
    await visitor.reply('boiler room.png', { file: file.id });
    expect(visitor.said.at(-1)).toBe('Got boiler room.png');

    const agent = await new Browser(server).signIn(workspace.agent);
    const saved = await agent.request('GET', conversationRoutes.file.path.replace(':file', file.id));
    expect(saved.headers.get('content-disposition')).toContain('attachment');
    expect(saved.headers.get('content-security-policy')).toContain('sandbox');
    expect(Buffer.from(await saved.arrayBuffer()).equals(png)).toBe(true);
  });

  test('is no business of other workspaces, or of nobody', async () => {
    const file = (await (await send(png)).json()) as { id: string };
    const other = await makeWorkspace(server.database, 'elsewhere');
    const stranger = await new Browser(server).signIn(other.agent);
    const path = conversationRoutes.file.path.replace(':file', file.id);
    expect((await stranger.request('GET', path)).status).toBe(404);
    expect((await fetch(server.url + path)).status).toBe(401);
    const another = await new VisitorPage(server, boarding).open();
    const answered = await another.reply('mine', { file: file.id });
    expect(answered).toMatchObject({ ok: false, problem: { code: 'not_found' } });
    another.close();
  });

  test.each<[string, Buffer, Record<string, string>, string]>([
    ['a programme named as a picture', Buffer.from('#!/bin/sh\necho hello'), {}, 'wrong_file'],
    ['markup named as a picture', Buffer.from('<html><script>alert(1)</script>'), {}, 'wrong_file'],
    ['nothing', Buffer.alloc(0), {}, 'wrong_file'],
    ['30 MB', Buffer.concat([png, Buffer.alloc(30 * 1024 * 1024)]), {}, 'too_large'],
    ['a file without a boarding pass', png, { 'x-kineta-boarding': 'x' }, 'domain_not_allowed'],
    ['a file of somebody else', png, { 'x-kineta-visitor': '1.guessed-secret-that-is-wrong' }, 'not_allowed'],
    ['a name that cannot be read', png, { 'x-kineta-name': '%E0%A4%A' }, 'wrong_file'],
  ])('%s is refused', async (_, content, headers, code) => {
    expect(await codeOf(await send(content, headers))).toBe(code);
  });
});

test.each([
  ['C:\\fakepath\\boiler.jpg', 'boiler.jpg'],
  ['../../etc/passwd', 'passwd'],
  ['a<b>"c.png', 'abc.png'],
  ['', 'file'],
  ['\u0000\u202Egpj.exe', 'gpj.exe'],
])('the name “%s” is kept as “%s”', (given, kept) => {
  expect(tidyName(given)).toBe(kept);
});

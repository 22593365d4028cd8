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

describe('a video that a member sends', () => {
  /** The beginning of an MP4, and so much that several pieces are kept of it. */
  const film = Buffer.concat([
    Buffer.from([0, 0, 0, 24]),
    Buffer.from('ftypisom\0\0\x02\0isomiso2mp41'),
    Buffer.from(Array.from({ length: 200_000 }, (_, at) => at % 251)),
  ]);
  let address: string;
  beforeAll(async () => {
    const agent = await new Browser(server).signIn(workspace.agent);
    const guest = await new VisitorPage(server, await boardingPass(server, workspace.siteKey)).open();
    const { reply: inbox } = await agent.call(conversationRoutes.list, { query: { list: 'flow-led' } });
    const params = { id: inbox.conversations[0]!.id };
    const sent = await agent.request('POST', `/api/conversations/${params.id}/files?name=fan.mp4`, new Blob([film]), {
      'content-type': 'application/octet-stream',
    });
    const file = (await sent.json()) as { id: string; type: string };
    expect(file.type).toBe('video/mp4');
    const body = { clientId: 'video-0001', text: '', files: [file.id] };
    await agent.call(conversationRoutes.reply, { params, body });
    const { reply } = await agent.call(conversationRoutes.get, { params });
    address = `/w/files/${file.id}`;
    expect(reply.entries.at(-1)).toMatchObject({ cards: [{ title: 'fan.mp4', video: { src: address } }] });
    guest.socket.close();
  });
  const part = (range: string) => fetch(server.url + address, { headers: { range } });
  const bytesOf = async (response: Response) => Buffer.from(await response.arrayBuffer());

  test('is had as a whole', async () => {
    const response = await fetch(server.url + address);
    expect(response.headers.get('accept-ranges')).toBe('bytes');
    expect((await bytesOf(response)).equals(film)).toBe(true);
  });

  test.each<[string, number, number]>([
    ['bytes=0-9', 0, 10],
    ['bytes=65530-65545', 65_530, 65_546],
    ['bytes=70000-', 70_000, film.length],
    ['bytes=-5', film.length - 5, film.length],
  ])('is had in parts: %s', async (range, from, to) => {
    const response = await part(range);
    expect(response.status).toBe(206);
    expect(response.headers.get('content-range')).toBe(`bytes ${from}-${to - 1}/${film.length}`);
    expect((await bytesOf(response)).equals(film.subarray(from, to))).toBe(true);
  });

  test('has no part behind its end', async () => {
    const response = await part('bytes=900000-');
    expect(response.status).toBe(416);
    expect(response.headers.get('content-range')).toBe(`bytes */${film.length}`);
  });
});

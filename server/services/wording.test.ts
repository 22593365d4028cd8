import { createServer, type IncomingMessage, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { settingsRoutes, wordingRoutes } from '@kineta/contract';
import { afterAll, beforeAll, expect, test } from 'vitest';
import type { RunningServer } from '../server.ts';
import { Browser, emptyDatabase, makeWorkspace, testServer, type Workspace } from '../tests/kineta.ts';

let service: Server;
let server: RunningServer;
let workspace: Workspace;
let lead: Browser;
let agent: Browser;
/** What the service was sent, and what it answers next. */
let sent: Array<{ headers: IncomingMessage['headers']; body: unknown }>;
let answer: { status?: number; type?: string; body: string };

beforeAll(async () => {
  service = createServer(async (request, response) => {
    const parts: Buffer[] = [];
    for await (const part of request) parts.push(part as Buffer);
    sent.push({ headers: request.headers, body: JSON.parse(Buffer.concat(parts).toString()) });
    response.writeHead(answer.status ?? 200, { 'content-type': answer.type ?? 'application/json' }).end(answer.body);
  });
  await new Promise<void>(resolve => service.listen(0, '127.0.0.1', resolve));
  const url = `http://localhost:${(service.address() as AddressInfo).port}`;
  server = await testServer(await emptyDatabase(), 0, { standIns: { 'words.example': url } });
  workspace = await makeWorkspace(server.database, 'wording');
  lead = await new Browser(server).signIn(workspace.lead);
  agent = await new Browser(server).signIn(workspace.agent);
});
afterAll(async () => {
  await server.close();
  service.close();
});

const set = (wordingService: string | null) => lead.call(settingsRoutes.save, { body: { wordingService } });
const reword = (text = 'it cost 4000') => agent.call(wordingRoutes.reword, { body: { text, wish: 'corrected' } });

test('a text is put otherwise by the service that is set up, which is sent that and nothing else', async () => {
  sent = [];
  expect((await reword()).problem?.detail).toBe('No service is set up that helps with the wording.');
  expect((await set('words.example')).problem?.fields?.[0]?.path).toBe('body.wordingService');
  await set('https://words.example/reword');
  await lead.call(settingsRoutes.keepKey, {
    body: { host: 'words.example', header: 'Authorization', value: 'Bearer 5up3r-s3cret' },
  });
  answer = { body: JSON.stringify({ text: ' It costs 4,000. ' }) };
  expect((await reword()).reply).toEqual({ text: 'It costs 4,000.' });
  expect(sent).toMatchObject([
    { headers: { authorization: 'Bearer 5up3r-s3cret' }, body: { text: 'it cost 4000', wish: 'corrected' } },
  ]);
  expect(Object.keys(sent[0]!.body as object).toSorted()).toEqual(['language', 'text', 'wish']);
});

test.each<[string, typeof answer]>([
  ['fails', { status: 500, body: '{}' }],
  ['answers with a page', { type: 'text/html', body: '<p>no</p>' }],
  ['answers nothing', { body: JSON.stringify({ text: '  ' }) }],
  ['answers a novel', { body: JSON.stringify({ text: 'x'.repeat(4_001) }) }],
  ['answers something else', { body: JSON.stringify(['x']) }],
])('where the service %s it is said, and nothing is lost', async (_, wrong) => {
  sent = [];
  answer = wrong;
  const { problem } = await reword();
  expect(problem).toMatchObject({ code: 'unavailable' });
  expect(problem?.detail).toContain('What you wrote is as it was.');
});

test('a service inside is none, unless the workspace allows it', async () => {
  await set('http://127.0.0.1:9/reword');
  expect((await reword()).problem?.detail).toContain('private network');
});

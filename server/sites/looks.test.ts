import { lookRoutes, pictureRoutes, siteRoutes } from '@kineta/contract';
import { type Look, plainLook } from '@kineta/core';
import { request } from 'undici';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import type { RunningServer } from '../server.ts';
import {
  Browser,
  boardingPass,
  emptyDatabase,
  publishing,
  SITE,
  testServer,
  VisitorPage,
  type Workspace,
} from '../tests/kineta.ts';

let server: RunningServer;
let workspace: Workspace;
let lead: Browser;
beforeAll(async () => {
  server = await testServer(await emptyDatabase());
  ({ workspace } = await publishing(server, 'looks'));
  lead = await new Browser(server).signIn(workspace.lead);
});
afterAll(() => server.close());

const params = () => ({ id: workspace.site });
const get = async () => (await lead.call(lookRoutes.get, { params: params() })).reply;
const put = async (look: Partial<Look>, number?: number) =>
  lead.call(lookRoutes.put, {
    params: params(),
    body: { look: { ...plainLook, ...look }, number: number ?? (await get()).number },
  });
const loader = async () =>
  (await fetch(`${server.url}/w/${workspace.siteKey}.js`, { headers: { referer: `${SITE}/` } })).text();
const page = async () =>
  (await fetch(`${server.url}/w/${workspace.siteKey}/window`, { headers: { referer: `${SITE}/` } })).text();

/** The smallest picture. */
const png = Buffer.from(
  'iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNk+M9QDwADhgGAWjR9awAAAABJRU5ErkJggg==',
  'base64',
);
async function uploaded(by: Browser): Promise<string> {
  const response = await by.request('POST', pictureRoutes.add.path, new Blob([png]), { 'content-type': 'image/png' });
  return ((await response.json()) as { src: string }).src;
}

describe('a look', () => {
  test('is the plain one until another is put there, and is on the site as soon as it is', async () => {
    expect(await get()).toEqual({ look: plainLook, number: 0, speaker: 'Robin' });
    expect(await loader()).toContain('Ask Robin');
    const { reply } = await put({
      voice: { name: 'Wren', face: { drawn: 'bird' } },
      colour: { brand: '#3c7a5f', scheme: 'light' },
    });
    expect(reply).toMatchObject({ number: 1, look: { voice: { name: 'Wren' } } });
    expect(await loader()).toContain('Ask Wren');
    const shown = await page();
    expect(shown).toContain('--header:#3c7a5f');
    expect(shown).toContain('&#34;face&#34;:&#34;/w/faces/bird.svg&#34;');
  });

  test('is asked for with every page, and not sent again while it is the same', async () => {
    const first = await fetch(`${server.url}/w/${workspace.siteKey}.js`, { headers: { referer: `${SITE}/` } });
    expect(first.headers.get('cache-control')).toBe('no-cache');
    // As browsers ask, who say nothing else of what they have: `fetch` here would add that it wants none kept.
    const again = () =>
      request(`${server.url}/w/${workspace.siteKey}.js`, {
        headers: { referer: `${SITE}/`, 'if-none-match': first.headers.get('etag')! },
      });
    expect((await again()).statusCode).toBe(304);
    await put({ launcher: { ...plainLook.launcher, words: 'Questions?' } });
    expect(await (await again()).body.text()).toContain('Questions');
  });

  test('that another lead put there meanwhile is not written over unseen', async () => {
    const { number } = await get();
    await put({ sound: true }, number);
    const late = await put({ sound: false }, number);
    expect(late.problem).toMatchObject({ code: 'look_changed', status: 409 });
    expect((await get()).look.sound).toBe(true);
    await put({}, number + 1);
  });

  test('words in it are words, wherever they are put', async () => {
    const words = '</style></script>"><b>%BOARDING%`$1';
    await put({
      header: { ...plainLook.header, heading: words },
      launcher: { ...plainLook.launcher, words: '`</script>' },
    });
    const shown = await page();
    expect(shown).not.toContain('<b>');
    // What a heading says is not filled in like a place of the page.
    expect(shown).toContain('%BOARDING%');
    expect(await loader()).not.toContain('</script>');
    await put({});
  });

  test('has what is said whichever flow leads', async () => {
    await put({ replies: { notUnderstood: 'Say that again?', goodbye: '', emailCameBack: '' } });
    const visitor = await new VisitorPage(server, await boardingPass(server, workspace.siteKey)).open();
    await visitor.reply('wibble');
    await expect.poll(() => visitor.said.at(-1)).toBe('Say that again?');
    visitor.close();
    await put({});
  });
});

describe('pictures', () => {
  test('stand in a look, and in no look once they are somebody else’s', async () => {
    const own = await uploaded(lead);
    expect((await put({ voice: { name: '', face: { picture: own } } })).reply.look.voice.face).toEqual({
      picture: own,
    });
    expect(await page()).toContain(own);
    const { workspace: other } = await publishing(server, 'others');
    const theirs = await uploaded(await new Browser(server).signIn(other.lead));
    const { problem } = await put({ voice: { name: '', face: { picture: theirs } } });
    expect(problem.fields?.[0]).toMatchObject({
      path: 'body.look',
      message: expect.stringContaining('Choose it again'),
    });
    await put({});
  });

  test.each([
    ['no picture', Buffer.from('MZ'.repeat(100)), 415],
    ['30 MB', Buffer.alloc(30 * 1024 * 1024), 413],
  ])('of %s are refused', async (_, content, status) => {
    const response = await lead.request('POST', pictureRoutes.add.path, new Blob([content]), {
      'content-type': 'image/png',
    });
    expect(response.status).toBe(status);
  });

  test('of members are seen by visitors of a look that shows who answers', async () => {
    const agent = await new Browser(server).signIn(workspace.agent);
    const picture = await uploaded(agent);
    const profile = await agent.request('PUT', '/api/account/profile', {
      name: 'Priya',
      languages: [],
      skills: [],
      picture,
    });
    expect(await profile.json()).toMatchObject({ member: { picture } });
    await put({ header: { ...plainLook.header, beside: 'faces' } });
    expect(await page()).toContain(picture);
    const none = { name: 'Priya', languages: [], skills: [], picture: `/p/${'x'.repeat(22)}` };
    expect((await agent.request('PUT', '/api/account/profile', none)).status).toBe(400);
  });
});

describe('looks under a name', () => {
  const keep = (name: string, look: Partial<Look> = {}) =>
    lead.call(lookRoutes.keep, { body: { name, look: { ...plainLook, ...look } } });
  test('are kept, kept anew, worn by another site and removed', async () => {
    await keep('Evening', { sound: true });
    const { reply } = await keep('Evening');
    expect(reply.map(({ name, look }) => [name, look.sound])).toEqual([['Evening', false]]);
    const { reply: shop } = await lead.call(siteRoutes.make, { body: { name: 'Shop', domains: ['shop.example'] } });
    const worn = await lead.call(lookRoutes.put, {
      params: { id: shop.id },
      body: { look: reply[0]!.look, number: 0 },
    });
    expect(worn.reply.number).toBe(1);
    await lead.call(lookRoutes.remove, { params: { id: reply[0]!.id } });
    expect((await lead.call(lookRoutes.named)).reply).toEqual([]);
  });
  test('are no business of agents, nor of another workspace', async () => {
    const agent = await new Browser(server).signIn(workspace.agent);
    expect((await agent.call(lookRoutes.named)).problem.code).toBe('not_allowed');
    const { workspace: other } = await publishing(server, 'strangers');
    const stranger = await new Browser(server).signIn(other.lead);
    expect((await stranger.call(lookRoutes.get, { params: params() })).problem.code).toBe('not_found');
    const theirs = await stranger.call(lookRoutes.put, { params: params(), body: { look: plainLook, number: 99 } });
    expect(theirs.problem.code).toBe('not_found');
  });
});

import { visitorSignInRoutes } from '@kineta/contract';
import { type JWTPayload, SignJWT } from 'jose';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import type { RunningServer } from '../server.ts';
import { Browser, emptyDatabase, makeWorkspace, SITE, testServer, type Workspace } from '../tests/kineta.ts';
import { SignIns } from './sign-in.ts';

const signed = (secret: string, claims: JWTPayload, until: number | string = '1h', alg = 'HS256'): Promise<string> =>
  new SignJWT(claims).setProtectedHeader({ alg }).setExpirationTime(until).sign(new TextEncoder().encode(secret));

const signIns = new SignIns('instance');
const site = { id: '7', signsIn: true, signInNumber: 3, oldSignInUntil: null };
const read = (token: string, more: object = {}) => signIns.read({ ...site, ...more }, 'key-1', token);
const SECRET = signIns.secret('7', 3);

describe('a token', () => {
  test('says who its bearer is', async () => {
    const token = await signed(SECRET, {
      sub: 'customer 12',
      aud: 'key-1',
      name: 'Anna Webb',
      email: 'anna.webb@mail.example',
      phone_number: '+441632960101',
      facts: { plan: 'Gold' },
      iat: 1,
      locale: 'en-GB',
    });
    expect(await read(token)).toEqual({
      id: 'customer 12',
      name: 'Anna Webb',
      email: 'anna.webb@mail.example',
      phone: '+441632960101',
      facts: { plan: 'Gold' },
    });
  });

  test('is good with the secret before for a day, and not for longer', async () => {
    const token = await signed(signIns.secret('7', 2), { sub: 'a' });
    expect(await read(token, { oldSignInUntil: new Date(Date.now() + 1_000) })).toMatchObject({ id: 'a' });
    await expect(read(token, { oldSignInUntil: new Date(Date.now() - 1_000) })).rejects.toThrow('this site’s secret');
  });

  const soon = Math.floor(Date.now() / 1_000) + 600;
  const b64 = (what: object): string => Buffer.from(JSON.stringify(what)).toString('base64url');
  test.each<[string, () => Promise<string> | string, string]>([
    ['forged', () => signed('x'.repeat(43), { sub: 'a' }), 'is not signed with this site’s secret'],
    ['another site’s', () => signed(signIns.secret('8', 3), { sub: 'a' }), 'is not signed with this site’s secret'],
    ['for another site', () => signed(SECRET, { sub: 'a', aud: 'key-2' }), 'is for another site: “aud” is not key-1'],
    ['old', () => signed(SECRET, { sub: 'a' }, Math.floor(Date.now() / 1_000) - 120), 'is too old. It was good until'],
    ['good for ever', () => signed(SECRET, { sub: 'a' }, '10y'), 'is good for a day at most'],
    ['not good yet', () => signed(SECRET, { sub: 'a', nbf: soon }), 'is not good yet'],
    ['signed otherwise', () => signed(SECRET, { sub: 'a' }, '1h', 'HS384'), 'is not signed with HS256'],
    ['not signed', () => `${b64({ alg: 'none' })}.${b64({ sub: 'a', exp: soon })}.`, 'is not signed with HS256'],
    ['of nobody', () => signed(SECRET, {}), 'does not say who it is for'],
    ['older than there are dates', () => signed(SECRET, { sub: 'a' }, -1e14), 'is too old.'],
    ['of half a character', () => signed(SECRET, { sub: 'a\ud83d' }), 'does not say who it is for'],
    ['of somebody with a very long name', () => signed(SECRET, { sub: 'a'.repeat(201) }), 'does not say who it is for'],
    ['with strange claims', () => signed(SECRET, { sub: 'a', email: 7 }), 'says as “email”'],
    ['none', () => 'hello', 'no signed token'],
    ['empty', () => '', 'no signed token'],
  ])('that is %s is refused, in a sentence', async (_, make, sentence) => {
    await expect(Promise.resolve(make()).then(read)).rejects.toMatchObject({
      problem: { code: 'token_refused', detail: expect.stringContaining(sentence) },
    });
  });

  test('without an end is refused', async () => {
    const token = await new SignJWT({ sub: 'a' })
      .setProtectedHeader({ alg: 'HS256' })
      .sign(new TextEncoder().encode(SECRET));
    await expect(read(token)).rejects.toThrow('until when it is good');
  });

  test('proves nothing to a site that signs nobody in', async () => {
    await expect(read(await signed(SECRET, { sub: 'a' }), { signsIn: false })).rejects.toThrow('signs nobody in');
  });
});

describe('a site', () => {
  let server: RunningServer;
  let workspace: Workspace;
  let lead: Browser;
  beforeAll(async () => {
    server = await testServer(await emptyDatabase());
    workspace = await makeWorkspace(server.database, 'signing');
    lead = await new Browser(server).signIn(workspace.lead);
  });
  afterAll(() => server.close());

  const params = () => ({ id: workspace.site });
  const ask = async (token: string, origin = SITE) => {
    const response = await fetch(`${server.url}/w/${workspace.siteKey}/signed-in`, {
      method: 'POST',
      headers: { origin },
      body: token,
    });
    return { status: response.status, problem: response.ok ? undefined : await response.json() };
  };

  test('signs nobody in until a lead makes its secret, and with the one before for a day', async () => {
    expect((await lead.call(visitorSignInRoutes.get, { params: params() })).reply).toEqual({
      secret: null,
      oldUntil: null,
    });
    const { secret } = (await lead.call(visitorSignInRoutes.make, { params: params() })).reply;
    const first = await signed(secret!, { sub: 'a' });
    expect((await ask(first)).status).toBe(204);
    const next = (await lead.call(visitorSignInRoutes.make, { params: params() })).reply;
    expect(next.secret).not.toBe(secret);
    expect(Date.parse(next.oldUntil!)).toBeGreaterThan(Date.now());
    expect((await ask(first)).status).toBe(204);
  });

  test('that has ended it lets in by no secret that it had, also when it begins again', async () => {
    const { secret } = (await lead.call(visitorSignInRoutes.make, { params: params() })).reply;
    const token = await signed(secret!, { sub: 'a' });
    expect((await lead.call(visitorSignInRoutes.end, { params: params() })).reply.secret).toBeNull();
    expect((await ask(token)).problem).toMatchObject({ code: 'token_refused' });
    const { oldUntil } = (await lead.call(visitorSignInRoutes.make, { params: params() })).reply;
    expect(oldUntil).toBeNull();
    expect((await ask(token)).status).toBe(401);
  });

  test('tells only its own pages whether a token is good, and no page a secret', async () => {
    expect((await ask('x', 'https://other.example')).problem).toMatchObject({ code: 'domain_not_allowed' });
    expect((await ask('x'.repeat(5_000))).status).toBe(413);
    const agent = await new Browser(server).signIn(workspace.agent);
    expect((await agent.call(visitorSignInRoutes.get, { params: params() })).problem.code).toBe('not_allowed');
    const other = await makeWorkspace(server.database, 'signing-other');
    const stranger = await new Browser(server).signIn(other.lead);
    for (const route of [visitorSignInRoutes.get, visitorSignInRoutes.make, visitorSignInRoutes.end])
      expect((await stranger.call(route, { params: params() })).problem.code).toBe('not_found');
  });
});

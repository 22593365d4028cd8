import {
  accountRoutes,
  firstRunRoutes,
  memberRoutes,
  noticeRoutes,
  settingsRoutes,
  teamRoutes,
} from '@kineta/contract';
import { Secret, TOTP } from 'otpauth';
import { afterAll, beforeAll, describe, expect, test, vi } from 'vitest';
import type { RunningServer } from '../server.ts';
import {
  Browser,
  emptyDatabase,
  makeWorkspace,
  PASSWORD,
  publishing,
  testServer,
  type Workspace,
} from '../tests/kineta.ts';
import { firstLink, firstTeams } from './first.ts';
import { invitations, members, passwordLinks } from './model.ts';

let server: RunningServer;
let workspace: Workspace;
let lead: Browser;
const written: Array<{ to: string; says: readonly string[] }> = [];
beforeAll(async () => {
  server = await testServer(await emptyDatabase());
  server.house.ports.post.write = async (_, { to, says }) => {
    written.push({ to, says });
    return { sent: true };
  };
});
afterAll(() => server.close());

const tokenIn = (link: string): string => new URL(link).hash.slice(1);
const NEXT = 'a password for a while';

describe('the first start', () => {
  const begun = (token: string) => ({
    token,
    business: { name: 'Tarrow Batteries', country: 'GB', zone: 'Europe/London', language: 'en-GB', currency: 'GBP' },
    lead: { name: 'Maud Ellery', email: 'Maud@Tarrow.example ', password: NEXT },
    purpose: 'both' as const,
    answering: 4,
    monthly: 200,
  });

  test('gives a link that is good once, the newest of them', async () => {
    const earlier = (await firstLink(server.house))!;
    const token = (await firstLink(server.house))!;
    const browser = new Browser(server);
    expect((await browser.call(firstRunRoutes.look, { body: { token: earlier } })).problem.code).toBe('link_gone');
    expect((await browser.call(firstRunRoutes.look, { body: { token } })).status).toBe(200);
    const both = await Promise.all(
      [1, 2].map(() => new Browser(server).call(firstRunRoutes.begin, { body: begun(token) })),
    );
    expect(both.map(({ status }) => status).toSorted()).toEqual([200, 410]);
    const account = both.find(({ status }) => status === 200)!.reply;
    expect(account).toMatchObject({
      member: { name: 'Maud Ellery', email: 'maud@tarrow.example', role: 'lead' },
      workspace: { name: 'Tarrow Batteries', zone: 'Europe/London' },
    });
    expect(account.teams.map(({ name }) => name)).toEqual(['Sales', 'Support']);
    expect(await firstLink(server.house)).toBeUndefined();
  });

  test.each<[object, string]>([
    [{ business: { ...begun('').business, zone: 'Europe/Tarrow' } }, 'body.business.zone'],
    [{ lead: { ...begun('').lead, password: 'short' } }, 'body.lead.password'],
    [{ lead: { ...begun('').lead, email: 'maud@tarrow' } }, 'body.lead.email'],
    [{ answering: -1 }, 'body.answering'],
  ])('%j is refused at %s', async (wrong, path) => {
    const { problem } = await new Browser(server).call(firstRunRoutes.begin, { body: { ...begun('x'), ...wrong } });
    expect(problem.fields?.[0]?.path).toBe(path);
  });

  test('proposes teams of more than one', () => {
    expect(firstTeams({ purpose: 'to sell', answering: 1 })).toEqual(['Sales']);
    expect(firstTeams({ purpose: 'to answer', answering: 9 })).toEqual(['Support']);
    expect(firstTeams({ purpose: 'both', answering: 2 })).toEqual(['Team']);
    expect(firstTeams({ purpose: 'both', answering: 0 })).toEqual([]);
  });
});

describe('who is asked to join', () => {
  beforeAll(async () => {
    workspace = await makeWorkspace(server.database, 'joining');
    lead = await new Browser(server).signIn(workspace.lead);
  });
  const invite = (email: string, role: 'lead' | 'agent' = 'agent') =>
    lead.call(memberRoutes.invite, { body: { email, role, teams: [workspace.team] } });

  test('joins by a link once, and is in the teams that were meant', async () => {
    const { reply } = await invite('Idris@Joining.example');
    expect(reply).toMatchObject({ sent: true, invitation: { email: 'idris@joining.example' } });
    expect(written.at(-1)).toMatchObject({ to: 'idris@joining.example', says: [expect.anything(), reply.link] });
    const token = tokenIn(reply.link);
    const browser = new Browser(server);
    const seen = await browser.call(memberRoutes.lookAtInvitation, { body: { token } });
    expect(seen.reply).toMatchObject({ business: 'joining', email: 'idris@joining.example', role: 'agent' });
    const body = { token, name: 'Idris Vance', password: NEXT };
    expect((await browser.call(memberRoutes.join, { body })).reply.member.name).toBe('Idris Vance');
    expect((await new Browser(server).call(memberRoutes.join, { body })).problem.code).toBe('link_gone');
    const { members: all, invitations: asked } = (await lead.call(memberRoutes.list)).reply;
    expect(asked).toEqual([]);
    expect(all.find(({ name }) => name === 'Idris Vance')).toMatchObject({ teams: [workspace.team], role: 'agent' });
  });

  test('is not asked twice, and is told apart from who is there; a link sent again is another', async () => {
    const { reply } = await invite('tom@joining.example');
    const again = await invite(' TOM@joining.example');
    expect(again.problem).toMatchObject({ code: 'known_already', fields: [{ path: 'body.email' }] });
    const there = await invite(workspace.agent);
    expect(there.problem.detail).toBe('Agent of joining is a member already.');
    const { reply: second } = await lead.call(memberRoutes.inviteAgain, { params: { id: reply.invitation.id } });
    const looked = (link: string) =>
      new Browser(server).call(memberRoutes.lookAtInvitation, { body: { token: tokenIn(link) } });
    expect((await looked(reply.link)).problem.code).toBe('link_gone');
    expect((await looked(second.link)).status).toBe(200);
    await lead.call(memberRoutes.withdraw, { params: { id: reply.invitation.id } });
    expect((await looked(second.link)).problem.code).toBe('link_gone');
  });

  test('by several at the same moment, is asked once', async () => {
    const all = await Promise.all([1, 2, 3, 4].map(() => invite('maud@joining.example')));
    expect(all.map(({ status }) => status).toSorted()).toEqual([200, 409, 409, 409]);
  });

  test('is too late after seven days', async () => {
    const { reply } = await invite('late@joining.example');
    const rows = server.house.tables.in(workspace.id).of(invitations);
    await rows.change({ expiresAt: new Date(Date.now() - 1) }, { id: reply.invitation.id });
    const body = { token: tokenIn(reply.link), name: 'Late', password: NEXT };
    expect((await new Browser(server).call(memberRoutes.join, { body })).problem.code).toBe('link_gone');
    expect((await invite('late@joining.example')).status).toBe(200);
  });

  test('of another business is not told of', async () => {
    const other = await makeWorkspace(server.database, 'elsewhere');
    const refused = await invite(other.agent);
    expect(refused.problem.detail).not.toContain('Agent');
  });
});

describe('members', () => {
  const idOf = async (email: string) =>
    (await lead.call(memberRoutes.list)).reply.members.find(member => member.email === email)!.id;

  test('rest: signed out at once, not let in, and brought back as they were', async () => {
    const agent = await new Browser(server).signIn(workspace.agent);
    const id = await idOf(workspace.agent);
    expect((await lead.call(memberRoutes.rest, { params: { id } })).reply.resting).toBe(true);
    // Nothing is given to them any more, and what they did is still theirs by name.
    expect((await lead.call(accountRoutes.me)).reply.members.map(member => member.id)).not.toContain(id);
    const directory = await server.house.ports.directories.of(workspace.id);
    expect(directory.members.get(id)).toMatchObject({ name: 'Agent of joining', resting: true });
    expect((await agent.call(accountRoutes.me)).problem.code).toBe('not_signed_in');
    const refused = await new Browser(server).call(accountRoutes.signIn, {
      body: { email: workspace.agent, password: PASSWORD },
    });
    expect(refused.problem.detail).toContain('put to rest');
    await lead.call(memberRoutes.bringBack, { params: { id } });
    expect((await agent.signIn(workspace.agent)).account?.member.id).toBe(id);
  });

  test('the last lead neither rests nor becomes an agent, of two at once one may', async () => {
    const id = await idOf(workspace.lead);
    const rests = await lead.call(memberRoutes.rest, { params: { id } });
    expect(rests.problem).toMatchObject({ code: 'last_lead', detail: expect.stringContaining('is the only lead') });
    const steps = await lead.call(memberRoutes.change, { params: { id }, body: { role: 'agent' } });
    expect(steps.problem.code).toBe('last_lead');
    const other = await idOf(workspace.agent);
    await lead.call(memberRoutes.change, { params: { id: other }, body: { role: 'lead' } });
    const second = await new Browser(server).signIn(workspace.agent);
    const both = await Promise.all([
      lead.call(memberRoutes.change, { params: { id: other }, body: { role: 'agent' } }),
      second.call(memberRoutes.change, { params: { id }, body: { role: 'agent' } }),
    ]);
    expect(both.filter(({ status }) => status === 200).length).toBe(1);
    const rows = server.house.tables.in(workspace.id).of(members);
    await rows.change({ role: 'lead' }, { id });
    await rows.change({ role: 'agent' }, { id: other });
    await lead.signIn(workspace.lead);
  });

  test('agents settle nothing about members or teams', async () => {
    const agent = await new Browser(server).signIn(workspace.agent);
    expect((await agent.call(memberRoutes.list)).problem.code).toBe('not_allowed');
    expect((await agent.call(teamRoutes.make, { body: { name: 'Mine' } })).problem.code).toBe('not_allowed');
  });

  test('change their name, languages and password, and sign out elsewhere', async () => {
    const [here, there] = [
      await new Browser(server).signIn(workspace.agent),
      await new Browser(server).signIn(workspace.agent),
    ];
    const profile = await here.call(accountRoutes.profile, {
      body: { name: 'Priya Marlow', languages: ['en', 'pl'], skills: ['grants'] },
    });
    expect(profile.reply.member).toMatchObject({ name: 'Priya Marlow', languages: ['en', 'pl'], skills: ['grants'] });
    const sessions = (await here.call(accountRoutes.sessions)).reply;
    expect(sessions.length).toBeGreaterThan(1);
    expect(sessions.filter(session => session.here)).toHaveLength(1);
    const wrong = await here.call(accountRoutes.password, { body: { present: 'not it at all', next: NEXT } });
    expect(wrong.problem.fields?.[0]?.path).toBe('body.present');
    expect((await there.call(accountRoutes.me)).status).toBe(200);
    await here.call(accountRoutes.password, { body: { present: PASSWORD, next: NEXT } });
    expect((await there.call(accountRoutes.me)).problem.code).toBe('not_signed_in');
    expect((await here.call(accountRoutes.me)).status).toBe(200);
  });

  test('who forgot their password gets a link that is good once; nobody learns who is a member', async () => {
    const before = written.length;
    const ask = (email: string) => new Browser(server).call(memberRoutes.forgotPassword, { body: { email } });
    expect((await ask('nobody@joining.example')).reply).toEqual({ ok: true });
    expect((await ask(workspace.agent.toUpperCase())).reply).toEqual({ ok: true });
    await vi.waitFor(() => expect(written.length).toBe(before + 1));
    const token = tokenIn(written.at(-1)!.says[1]!);
    const body = { token, password: PASSWORD };
    expect((await new Browser(server).call(memberRoutes.setPassword, { body })).status).toBe(200);
    expect((await new Browser(server).call(memberRoutes.setPassword, { body })).problem.code).toBe('link_gone');
    expect((await new Browser(server).signIn(workspace.agent)).account).toBeDefined();
    expect(await server.house.tables.in(workspace.id).of(passwordLinks).count({})).toBe(0);
  });
});

describe('a second factor', () => {
  const codeOf = (key: string, later = 0): string =>
    new TOTP({ secret: Secret.fromBase32(key) }).generate({ timestamp: Date.now() + later * 30_000 });
  const signIn = (code?: string) =>
    new Browser(server).call(accountRoutes.signIn, {
      body: { email: workspace.agent, password: PASSWORD, ...(code ? { code } : {}) },
    });

  test('is asked of who has it, each code once, and those that were written down as well', async () => {
    const agent = await new Browser(server).signIn(workspace.agent);
    const { key, uri } = (await agent.call(accountRoutes.beginSecondFactor)).reply;
    expect(uri).toContain('otpauth://totp/Kineta:');
    expect((await signIn()).status).toBe(200);
    const wrong = await agent.call(accountRoutes.confirmSecondFactor, { body: { code: '000000' } });
    expect(wrong.problem.fields?.[0]?.path).toBe('body.code');
    const code = codeOf(key);
    const { recovery } = (await agent.call(accountRoutes.confirmSecondFactor, { body: { code } })).reply;
    expect(recovery).toHaveLength(10);
    expect((await signIn()).problem.code).toBe('second_factor_asked');
    // The same, whether or not half a minute is over meanwhile.
    expect((await signIn(code)).problem.code).toBe('wrong_sign_in');
    expect((await signIn(codeOf(key, 1))).status).toBe(200);
    const written = recovery[0]!.toUpperCase().replace('-', ' ');
    const both = await Promise.all([signIn(written), signIn(written)]);
    expect(both.map(({ status }) => status).toSorted()).toEqual([200, 401]);
    await lead.call(memberRoutes.dropSecondFactor, { params: { id: agent.account!.member.id } });
    expect((await signIn()).status).toBe(200);
  });

  test('is asked of everybody where the business wants it: nothing else is let in before', async () => {
    const ask = (asked: boolean) => lead.call(memberRoutes.askSecondFactor, { body: { asked } });
    expect((await ask(true)).problem.code).toBe('second_factor_needed');
    const { key } = (await lead.call(accountRoutes.beginSecondFactor)).reply;
    await lead.call(accountRoutes.confirmSecondFactor, { body: { code: codeOf(key) } });
    expect((await ask(true)).status).toBe(200);
    const { reply } = await signIn();
    expect(reply.member.owesSecondFactor).toBe(true);
    const agent = await new Browser(server).signIn(workspace.agent);
    expect((await agent.call(noticeRoutes.list)).problem.code).toBe('second_factor_needed');
    expect((await lead.call(memberRoutes.list)).reply.asksSecondFactor).toBe(true);
    await ask(false);
    await lead.call(accountRoutes.dropSecondFactor, { body: { password: PASSWORD } });
    expect((await agent.call(noticeRoutes.list)).status).toBe(200);
  });
});

describe('teams', () => {
  test('are made, peopled, given hours with holidays, and removed', async () => {
    const made = (await lead.call(teamRoutes.make, { body: { name: 'Aftercare' } })).reply;
    expect((await lead.call(teamRoutes.make, { body: { name: ' aftercare' } })).problem.code).toBe('known_already');
    const { regions, holidays } = (await lead.call(teamRoutes.holidays, { query: { country: 'GB', region: 'SCT' } }))
      .reply;
    expect(regions.map(({ code }) => code)).toContain('SCT');
    const [first] = holidays;
    const hours = {
      zone: 'Europe/London',
      open: [{ days: [1, 2, 3, 4, 5, 6, 7], from: '00:00', to: '24:00' }],
      seasons: [],
      special: [],
      holidays: { country: 'GB', region: 'SCT', rules: [{ rule: first!.rule, name: first!.name }] },
    };
    const member = (await lead.call(accountRoutes.me)).reply.member.id;
    const params = { id: made.id };
    const { reply } = await lead.call(teamRoutes.change, { params, body: { members: [member, '999999'], hours } });
    const whole = { id: made.id, name: 'Aftercare', members: [member], hours, acceptsWithin: 30, takes: [] };
    expect(reply).toEqual(whole);
    const sooner = await lead.call(teamRoutes.change, { params, body: { acceptsWithin: 20 } });
    expect(sooner.reply).toEqual({ ...whole, acceptsWithin: 20 });
    for (const acceptsWithin of [9, 601, 20.5]) {
      const { problem } = await lead.call(teamRoutes.change, { params, body: { acceptsWithin } });
      expect(problem.fields?.[0]).toMatchObject({ path: 'body.acceptsWithin' });
    }
    const team = (await lead.call(accountRoutes.me)).reply.teams.find(({ id }) => id === made.id)!;
    expect(team.open).toBe(true);
    // Played, it is the days on which they fall.
    expect(team.hours?.special.some(({ from }) => from === first!.from)).toBe(true);
    const overlapping = [...hours.open, { days: [2], from: '10:00', to: '11:00' }];
    const refused = await lead.call(teamRoutes.change, { params, body: { hours: { ...hours, open: overlapping } } });
    expect(refused.problem.fields?.[0]).toMatchObject({ path: 'body.hours.open.1' });
    expect((await lead.call(teamRoutes.remove, { params })).status).toBe(200);
    expect((await lead.call(teamRoutes.remove, { params })).status).toBe(404);
  });

  test('say which flows hand over to them, and are not removed while one does', async () => {
    const { lead: owner, flow } = await publishing(server, 'Takes');
    const sales = (await owner.call(teamRoutes.list)).reply.find(({ name }) => name === 'Sales')!;
    expect(sales.takes).toEqual([{ id: flow, name: 'Greeting' }]);
    const { problem } = await owner.call(teamRoutes.remove, { params: { id: sales.id } });
    expect(problem).toMatchObject({ code: 'not_allowed', detail: expect.stringContaining('“Greeting” hands over') });
  });

  test('a business changes its name and zone, and its rooms save each by itself', async () => {
    const body = { name: 'Joining & Co', country: 'IE', zone: 'Europe/Dublin', language: 'en-IE', currency: 'EUR' };
    expect((await lead.call(settingsRoutes.business, { body })).problem).toBeUndefined();
    expect((await lead.call(accountRoutes.me)).reply.workspace).toMatchObject(body);
    await lead.call(settingsRoutes.save, { body: { mailFrom: 'robin@joining.example' } });
    const elsewhere = await lead.call(settingsRoutes.business, { body: { ...body, zone: 'Mars/Olympus' } });
    expect(elsewhere.problem.fields).toEqual([{ path: 'body.zone', message: expect.stringContaining('time zone') }]);
    const after = await lead.call(settingsRoutes.save, { body: { goesOnFor: 48 } });
    expect(after.reply).toMatchObject({ mailFrom: 'robin@joining.example', goesOnFor: 48 });
  });
});

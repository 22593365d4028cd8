import { availableParallelism } from 'node:os';
import { type Account, accountRoutes, firstRunRoutes, memberRoutes, STUDIO_NAMESPACE } from '@kineta/contract';
import { stringifySetCookie } from 'cookie';
import type { Request, Response } from 'express';
import type { House } from '../house/house.ts';
import { ProblemError } from '../http/problem.ts';
import { hashed } from '../http/secret.ts';
import { type Doors, serve } from '../http/serve.ts';
import { addressOf } from '../limits/address.ts';
import { Allowance, VISITORS_PER_ADDRESS } from '../limits/allowance.ts';
import { Turns } from '../limits/turns.ts';
import { rooms } from '../live/rooms.ts';
import { isGone } from './availability.ts';
import { DEVICE_COOKIE, DEVICE_DAYS } from './device.ts';
import { normalEmail } from './email.ts';
import { beginBusiness, lookAtFirst } from './first.ts';
import { join, lookAt } from './invitations.ts';
import { members } from './model.ts';
import { sendPasswordLink, setPassword } from './passwords.ts';
import { SecondFactor } from './second-factor.ts';
import { accountOf, confirmPassword, type Entered, enter, passwordHash, signIn } from './service.ts';
import { COOKIE, endSession, endSessions, SESSION_DAYS, sessionsOf, tokenOf } from './session.ts';

function setCookie(request: Request, response: Response, name: string, value: string, maxAge: number): void {
  response.append(
    'Set-Cookie',
    stringifySetCookie({
      name,
      value,
      httpOnly: true,
      sameSite: 'lax',
      secure: request.secure,
      path: '/',
      maxAge,
    }),
  );
}

const BUSY = 'Many are signing in just now. Please try again in a moment.';
/**
 * How many passwords are looked at at the same time, each for some thirty milliseconds of a processor: half of the machine is
 * left to those who chat.
 */
const AT_ONCE = Math.max(1, Math.floor(availableParallelism() / 2));
const WAITING = 40;

/** Ends what is open by these sessions, in every process. */
function shut(io: House['io'], sessions: readonly string[]): void {
  for (const name of sessions) io.of(STUDIO_NAMESPACE).in(rooms.session(name)).disconnectSockets(true);
}

/** Where a request comes from, as sessions keep it. */
const fromOf = (request: Request, proxies: number | undefined) => ({
  address: addressOf(request, proxies ?? 0),
  cookies: request.headers.cookie,
  browser: request.get('user-agent'),
});

/** Signing in and out, and what members settle about themselves. */
export function accountDoors(doors: Doors, house: House): void {
  const { tables, ports, io, options, wire, logger } = house;
  const turns = new Turns(AT_ONCE, WAITING, BUSY);
  const perAddress = options.visitorsPerAddress ?? VISITORS_PER_ADDRESS;
  const letters = new Allowance(
    'password letters',
    { times: 5, seconds: 3_600 },
    'A letter with a link was sent. Please look for it.',
    wire.counters,
  );
  const attempts = new Allowance('sign-ins', { times: perAddress, seconds: 10 }, BUSY, wire.counters);
  const factor = new SecondFactor(house);

  const entered = (request: Request, response: Response, { token, device, me }: Entered): Promise<Account> => {
    logger.info(
      { address: addressOf(request, options.proxies ?? 0), member: me.id, workspace: me.workspace },
      'signed in',
    );
    setCookie(request, response, COOKIE, token, SESSION_DAYS * 86_400);
    setCookie(request, response, DEVICE_COOKIE, device, DEVICE_DAYS * 86_400);
    return accountOf(ports, me);
  };
  /** Counted by address, and one after the other: each takes a password to be reckoned with. */
  const guarded = async <T>(request: Request, work: () => Promise<T>): Promise<T> => {
    await attempts.spend(addressOf(request, options.proxies ?? 0));
    return turns.take(work);
  };

  serve(doors, accountRoutes.signIn, async ({ body, request, response }) => {
    const from = fromOf(request, options.proxies);
    const signedIn = await guarded(request, () => signIn(house, body, from)).catch(error => {
      // Whose account it was to be is not said: people mistake the one field for the other.
      if (error instanceof ProblemError)
        logger.warn({ address: from.address, code: error.problem.code }, 'a sign-in was refused');
      throw error;
    });
    return entered(request, response, signedIn);
  });
  serve(doors, accountRoutes.signOut, async ({ request, response }) => {
    const token = tokenOf(request.headers.cookie);
    if (token) {
      const me = await ports.sessions.of(request.headers.cookie);
      // Another browser of theirs says within half a minute that they are still here.
      if (me) await isGone(house, me);
      await endSession(tables, token);
      shut(io, [hashed(token)]);
    }
    setCookie(request, response, COOKIE, '', 0);
    return { ok: true as const };
  });
  serve(doors, accountRoutes.me, (_, me) => accountOf(ports, me));

  serve(doors, accountRoutes.profile, async ({ body: { picture, ...rest } }, me) => {
    if (picture && (await ports.pictures.missing(me.workspace, [picture])).length > 0) {
      const message = 'That picture is not there any more. Choose it again.';
      throw new ProblemError('invalid_request', message, { fields: [{ path: 'body.picture', message }] });
    }
    const body = { ...rest, ...(picture === undefined ? {} : { picture }) };
    await tables.in(me.workspace).of(members).change(body, { id: me.id });
    ports.directories.forget(me.workspace);
    return accountOf(ports, { ...me, ...body });
  });
  serve(doors, accountRoutes.password, async ({ body, request }, me) => {
    const rows = tables.in(me.workspace).of(members);
    await guarded(request, () => confirmPassword(house, me, body.present, 'body.present'));
    await rows.change({ passwordHash: await passwordHash(body.next) }, { id: me.id });
    shut(io, await endSessions(tables, me, { here: ports.sessions.nameOf(request.headers.cookie) }));
    return { ok: true as const };
  });
  serve(doors, accountRoutes.sessions, ({ request }, me) =>
    sessionsOf(tables, me, ports.sessions.nameOf(request.headers.cookie)),
  );
  serve(doors, accountRoutes.endSessions, async ({ query, request }, me) => {
    const here = ports.sessions.nameOf(request.headers.cookie);
    shut(io, await endSessions(tables, me, { id: query.id, here }));
    return { ok: true as const };
  });
  serve(doors, accountRoutes.beginSecondFactor, (_, me) => factor.begin(me));
  serve(doors, accountRoutes.confirmSecondFactor, async ({ body, request }, me) => ({
    recovery: await guarded(request, () => factor.confirm(me, body.code)),
  }));
  serve(doors, accountRoutes.dropSecondFactor, async ({ body, request }, me) => {
    await guarded(request, () => confirmPassword(house, me, body.password, 'body.password'));
    await factor.drop(me.workspace, me.id);
    return { ok: true as const };
  });

  serve(doors, firstRunRoutes.look, async ({ body, request }) => {
    await attempts.spend(addressOf(request, options.proxies ?? 0));
    await lookAtFirst(house, body.token);
    return { ok: true as const };
  });
  serve(doors, firstRunRoutes.begin, async ({ body, request, response }) => {
    const who = await guarded(request, () => beginBusiness(house, body));
    return entered(request, response, await enter(house, who, fromOf(request, options.proxies)));
  });
  serve(doors, memberRoutes.lookAtInvitation, async ({ body, request }) => {
    await attempts.spend(addressOf(request, options.proxies ?? 0));
    const { email, role, workspaceId, invitedBy } = await lookAt(house, body.token);
    return { email, role, by: invitedBy, business: (await ports.directories.of(workspaceId)).workspace.name };
  });
  serve(doors, memberRoutes.join, async ({ body, request, response }) => {
    const who = await guarded(request, () => join(house, body));
    return entered(request, response, await enter(house, who, fromOf(request, options.proxies)));
  });
  serve(doors, memberRoutes.forgotPassword, async ({ body, request }) => {
    await attempts.spend(addressOf(request, options.proxies ?? 0));
    await letters.spend(normalEmail(body.email));
    // Not waited for: how long it takes would tell whether there is such a member.
    sendPasswordLink(house, body.email).catch(error => logger.error({ err: error }, 'no link for a password went out'));
    return { ok: true as const };
  });
  serve(doors, memberRoutes.setPassword, async ({ body, request }) => {
    const { id } = await guarded(request, () => setPassword(house, body.token, body.password));
    io.of(STUDIO_NAMESPACE).in(rooms.member(id)).disconnectSockets(true);
    return { ok: true as const };
  });
}

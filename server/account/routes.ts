import { availableParallelism } from 'node:os';
import { accountRoutes, STUDIO_NAMESPACE } from '@kineta/contract';
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
import { DEVICE_COOKIE, DEVICE_DAYS } from './device.ts';
import { accountOf, signIn } from './service.ts';
import { COOKIE, endSession, SESSION_DAYS, tokenOf } from './session.ts';

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

export function accountDoors(doors: Doors, { tables, ports, io, options, wire, logger }: House): void {
  const turns = new Turns(AT_ONCE, WAITING, BUSY);
  const perAddress = options.visitorsPerAddress ?? VISITORS_PER_ADDRESS;
  const attempts = new Allowance('sign-ins', { times: perAddress, seconds: 10 }, BUSY, wire.counters);
  serve(doors, accountRoutes.signIn, async ({ body, request, response }) => {
    const address = addressOf(request, options.proxies ?? 0);
    await attempts.spend(address);
    const from = { address, cookies: request.headers.cookie, secret: options.secret };
    const { token, device, me } = await turns
      .take(() => signIn(tables, body, from))
      .catch(error => {
        // Whose account it was to be is not said: people mistake the one field for the other.
        if (error instanceof ProblemError) logger.warn({ address, code: error.problem.code }, 'a sign-in was refused');
        throw error;
      });
    logger.info({ address, member: me.id, workspace: me.workspace }, 'signed in');
    setCookie(request, response, COOKIE, token, SESSION_DAYS * 86_400);
    setCookie(request, response, DEVICE_COOKIE, device, DEVICE_DAYS * 86_400);
    return accountOf(ports, me);
  });
  serve(doors, accountRoutes.signOut, async ({ request, response }) => {
    const token = tokenOf(request.headers.cookie);
    if (token) {
      await endSession(tables, token);
      io.of(STUDIO_NAMESPACE)
        .in(rooms.session(hashed(token)))
        .disconnectSockets(true);
    }
    setCookie(request, response, COOKIE, '', 0);
    return { ok: true as const };
  });
  serve(doors, accountRoutes.me, (_, me) => accountOf(ports, me));
}

import { accountRoutes } from '@kineta/contract';
import { stringifySetCookie } from 'cookie';
import type { Request, Response } from 'express';
import type { House } from '../house/house.ts';
import { type Doors, serve } from '../http/serve.ts';
import { accountOf, signIn } from './service.ts';
import { COOKIE, endSession, SESSION_DAYS, tokenOf } from './session.ts';

function setCookie(request: Request, response: Response, token: string, maxAge: number): void {
  response.append(
    'Set-Cookie',
    stringifySetCookie({
      name: COOKIE,
      value: token,
      httpOnly: true,
      sameSite: 'lax',
      secure: request.secure,
      path: '/',
      maxAge,
    }),
  );
}

export function accountDoors(doors: Doors, { tables, ports }: House): void {
  serve(doors, accountRoutes.signIn, async ({ body, request, response }) => {
    const { token, me } = await signIn(tables, body, request.ip ?? 'unknown');
    setCookie(request, response, token, SESSION_DAYS * 86_400);
    return accountOf(ports, me);
  });
  serve(doors, accountRoutes.signOut, async ({ request, response }) => {
    const token = tokenOf(request.headers.cookie);
    if (token) await endSession(tables, token);
    setCookie(request, response, '', 0);
    return { ok: true as const };
  });
  serve(doors, accountRoutes.me, (_, me) => accountOf(ports, me));
}

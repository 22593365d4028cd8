import { Problem, type Route } from '@kineta/contract';
import type { z } from 'zod';
import { credentials } from './credentials.ts';
import { lostReach } from './live.ts';

/** What the server said went wrong, or that it could not be reached. */
export class CallError extends Error {
  override name = 'CallError';
  readonly problem: Problem;
  constructor(problem: Problem) {
    super(problem.detail);
    this.problem = problem;
  }
  /** Whether trying again in a moment makes sense. */
  get passing(): boolean {
    return this.problem.code === 'unavailable' || this.problem.code === 'server_error';
  }
}

const unreachable: Problem = {
  type: 'urn:kineta:problem:unavailable',
  title: 'Kineta cannot be reached',
  status: 503,
  detail: 'Kineta cannot be reached right now. Nothing is lost.',
  code: 'unavailable',
};

type Nothing = Record<string, never>;
/** What a call of a route is given: as much as the route takes. */
export type Given<R extends Route> = ([z.input<R['params']>] extends [Nothing]
  ? object
  : { params: z.input<R['params']> }) &
  ([z.input<R['query']>] extends [Nothing] ? object : { query?: z.input<R['query']> }) &
  ([z.input<R['body']>] extends [Nothing] ? object : { body: z.input<R['body']> }) & {
    raw?: Blob;
    /** It is small, and goes on though the page that asks for it is left. */
    outlivesPage?: true;
  };

async function problemOf(response: Response): Promise<Problem> {
  try {
    return Problem.parse(await response.json());
  } catch {
    return unreachable;
  }
}

/**
 * Calls a route of the contract. A session that has ended is renewed on the spot: the call waits for the sign-in and
 * goes on, so that nothing written is lost.
 * @throws {CallError}
 */
export async function call<R extends Route>(route: R, given: Given<R>): Promise<z.output<R['reply']>> {
  const {
    params = {},
    query = {},
    body,
    raw,
    outlivesPage = false,
  } = given as {
    params?: Record<string, string>;
    query?: Record<string, unknown>;
    body?: unknown;
    raw?: Blob;
    outlivesPage?: true;
  };
  const path = route.path.replace(/:(\w+)/g, (_, name: string) => encodeURIComponent(params[name] ?? ''));
  const search = new URLSearchParams(
    Object.entries(query).flatMap(([name, value]) => (value === undefined ? [] : [[name, String(value)]])),
  );
  for (;;) {
    let response: Response;
    try {
      response = await fetch(search.size > 0 ? `${path}?${search}` : path, {
        method: route.method,
        keepalive: outlivesPage,
        headers: {
          ...(raw
            ? { 'content-type': raw.type || 'image/*' }
            : body === undefined
              ? {}
              : { 'content-type': 'application/json' }),
          // Reading needs none, and without it what the page asked for before this script ran is taken.
          ...(route.method === 'GET' ? {} : { 'x-kineta-csrf': credentials.csrf }),
        },
        ...(raw ? { body: raw } : body === undefined ? {} : { body: JSON.stringify(body) }),
      });
    } catch {
      lostReach();
      throw new CallError(unreachable);
    }
    if (response.ok) return route.reply.parse(await response.json()) as z.output<R['reply']>;
    const problem = await problemOf(response);
    if (problem.code === 'unavailable') lostReach();
    const ended = problem.code === 'not_signed_in' || problem.code === 'bad_csrf_token';
    if (!ended || !credentials.renew) throw new CallError(problem);
    await credentials.renew();
  }
}

/** The sentence of any error, for a person. */
export function sentenceOf(error: unknown): string {
  return error instanceof CallError ? error.message : 'Something went wrong here. Please try again.';
}

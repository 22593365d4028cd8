import { randomUUID } from 'node:crypto';
import type { IncomingMessage, ServerResponse } from 'node:http';
import { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import type { Route } from '@kineta/contract';
import { wellFormed } from '@kineta/core';
import express, { type Request, type RequestHandler, type Response, type Router } from 'express';
import type { Logger } from 'pino';
import type { z } from 'zod';
import type { SignedIn } from '../house/ports.ts';
import { ProblemError, problemOf } from './problem.ts';

type In<S extends z.ZodType> = z.output<S>;

/** What a handler is given: everything checked, and who asks. */
export interface Asked<R extends Route> {
  params: In<R['params']>;
  query: In<R['query']>;
  body: In<R['body']>;
  request: Request;
  response: Response;
}

export interface Doors {
  router: Router;
  /**
   * For what every page of every site asks for: each is tried before Express, of which a reply takes several times as long,
   * and says whether it has answered.
   */
  often: Array<(request: IncomingMessage, response: ServerResponse) => boolean>;
  /** Who sent the request, or undefined. */
  whoIs(request: Request): Promise<SignedIn | undefined>;
  logger: Logger;
}

/** What everybody who is signed in may call, whatever else is asked of them first. */
const OWN = '/api/account';
/** The most bytes of a refused body that are waited for, so that whoever sends it hears why. */
const MOST_DISCARDED = 1_000_000;
/**
 * Who sends something large that is not taken hears so after so many milliseconds: what came of it lies with the system by
 * then, and who waits does not send the next. No more than so many wait.
 */
const HELD_FOR = 2_000;
const MOST_HELD = 300;
let held = 0;
/** The most kilobytes of a body, where a route does not say otherwise. */
const USUAL_KB = 100;

function checked<S extends z.ZodType>(schema: S, value: unknown, where: string): z.output<S> {
  const result = schema.safeParse(value ?? {});
  if (result.success) return result.data;
  const fields = result.error.issues
    .slice(0, 20)
    .map(issue => ({ path: [where, ...issue.path].join('.'), message: issue.message }));
  throw new ProblemError('invalid_request', fields[0]?.message ?? 'The request is not as it should be.', { fields });
}

const names = new WeakMap<Request, string>();

/** Gives a request the name by which the log and whoever sent it know it: the one that it came with, or a new one. */
export function nameRequest(request: Request, response: Response): void {
  const name = /^[\w-]{8,64}$/.exec(request.get('x-request-id') ?? '')?.[0] ?? randomUUID();
  names.set(request, name);
  response.set('X-Request-Id', name);
}

/** The name that a request was given. */
export const nameOf = (request: Request): string | undefined => names.get(request);

/** Answers an error as problem details (RFC 9457). */
export function answerProblem(error: unknown, request: Request, response: Response, logger: Logger): void {
  const id = names.get(request);
  const { problem, unexpected } = problemOf(error, id);
  // The path that was asked for, not what stood in it: that may be a visitor’s words.
  const path = (request.route as { path?: string } | undefined)?.path ?? 'none';
  if (unexpected) logger.error({ err: error, request: id, method: request.method, path }, 'request failed');
  if (response.headersSent) {
    response.end();
    return;
  }
  // What is large and was refused before it was read is not read only to be thrown away.
  const isUnread = !request.complete && Number(request.get('content-length') ?? 0) > MOST_DISCARDED;
  if (isUnread) response.set('Connection', 'close').once('finish', () => request.destroy());
  response.set('Cache-Control', 'no-store');
  if (problem.retryAfter !== undefined) response.set('Retry-After', String(Math.ceil(problem.retryAfter)));
  const send = () =>
    void response.status(problem.status).type('application/problem+json').send(JSON.stringify(problem));
  if (!isUnread || held >= MOST_HELD) {
    send();
    return;
  }
  held++;
  setTimeout(() => {
    held--;
    send();
  }, HELD_FOR);
}

/**
 * Opens a route of the contract: checks who asks, the token against forged requests and everything that comes in,
 * and lets out only what the contract names. Handlers of members’ routes are given who asks.
 */
export function serve<R extends Route>(
  doors: Doors,
  route: R,
  handler: R['access'] extends 'anyone'
    ? (asked: Asked<R>) => Promise<z.input<R['reply']>>
    : (asked: Asked<R>, me: SignedIn) => Promise<z.input<R['reply']>>,
): void {
  const method = route.method.toLowerCase() as 'get' | 'post' | 'put' | 'patch' | 'delete';
  const limit = `${route.most ?? USUAL_KB}kb`;
  const parse = route.bodyType ? express.raw({ type: route.bodyType, limit }) : express.json({ limit });
  const read = (request: Request, response: Response): Promise<void> =>
    new Promise((resolve, reject) => parse(request, response, error => (error ? reject(error) : resolve())));
  const answer: RequestHandler = async (request, response) => {
    try {
      let me: SignedIn | undefined;
      if (route.access !== 'anyone') {
        me = await doors.whoIs(request);
        if (!me) throw new ProblemError('not_signed_in', 'Please sign in; nothing you wrote is lost.');
        if (method !== 'get' && request.get('x-kineta-csrf') !== me.csrf)
          throw new ProblemError('bad_csrf_token', 'Please reload the page; it belongs to an older session.');
        if (me.owesSecondFactor && !route.path.startsWith(OWN))
          throw new ProblemError(
            'second_factor_needed',
            'Your business asks a second factor of everybody. Please set yours up first.',
          );
        if (route.access === 'lead' && me.role !== 'lead')
          throw new ProblemError('not_allowed', 'Only leads may do that.');
      }
      // Read only now: what nobody known sends is not looked at.
      if (method !== 'get') await read(request, response);
      const asked = {
        params: checked(route.params, request.params, 'params'),
        query: checked(route.query, wellFormed({ ...request.query }), 'query'),
        body: checked(route.body, route.bodyType ? {} : wellFormed(request.body), 'body'),
        request,
        response,
      } as Asked<R>;
      const reply = await (handler as (asked: Asked<R>, me?: SignedIn) => Promise<unknown>)(asked, me);
      response.set('Cache-Control', 'no-store');
      if (reply instanceof Readable) {
        response.type(route.replyType ?? 'application/octet-stream');
        // What breaks off half-way ends the connection, so that nobody takes a part for the whole.
        await pipeline(reply, response).catch(error => {
          if ((error as { code?: string }).code !== 'ERR_STREAM_PREMATURE_CLOSE') throw error;
        });
      } else if (route.replyType) response.type(route.replyType).send(reply);
      else response.json(route.reply.parse(reply));
    } catch (error) {
      answerProblem(error, request, response, doors.logger);
    }
  };
  doors.router[method](route.path, answer);
}

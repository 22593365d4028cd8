import type { RequestHandler } from 'express';
import type { Logger } from 'pino';
import { nameOf } from '../http/serve.ts';
import type { Metrics } from './metrics.ts';

/** What is asked for all the time by machines, or is a file: a line for each would hide the others. */
const QUIET = /^\/(?:health|metrics|assets)(?:\/|$)/;

/**
 * Writes a line for every request that was answered, and measures it: by the route, not by what stood in the address,
 * which may be somebody’s words.
 */
export function watchRequests(metrics: Metrics, logger: Logger): RequestHandler {
  return (request, response, next) => {
    const start = performance.now();
    response.once('close', () => {
      const seconds = (performance.now() - start) / 1_000;
      const route = (request.route as { path?: unknown } | undefined)?.path;
      const path = typeof route === 'string' ? route : 'none';
      metrics.answered(request.method, path, response.statusCode, seconds);
      if (QUIET.test(request.path)) return;
      const { method } = request;
      const line = {
        request: nameOf(request),
        method,
        path,
        status: response.statusCode,
        ms: Math.round(seconds * 1e3),
      };
      logger.info(response.writableFinished ? line : { ...line, aborted: true }, 'request');
    });
    next();
  };
}

import type { RequestHandler } from 'express';
import type { Logger } from 'pino';
import sirv from 'sirv';
import { ProblemError } from './problem.ts';
import { answerProblem } from './serve.ts';

const YEAR = 365 * 86_400;

/**
 * Serves what the build made and named by its content: kept by browsers for a year, and packed (Brotli, gzip) as it was
 * packed when it was built. What is not there is nothing, not a page.
 */
export function built(folder: string, development: boolean | undefined, logger: Logger): RequestHandler[] {
  return [
    sirv(folder, { brotli: true, gzip: true, immutable: true, maxAge: YEAR, dev: development ?? false }),
    (request, response) =>
      answerProblem(new ProblemError('not_found', 'There is nothing at this address.'), request, response, logger),
  ];
}

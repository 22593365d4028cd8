import { randomUUID } from 'node:crypto';
import type { Answered } from '@kineta/contract';
import { wellFormed } from '@kineta/core';
import type { Logger } from 'pino';
import type { z } from 'zod';
import { ProblemError, problemOf } from '../http/problem.ts';

/**
 * Answers a call over a socket: checks what came in with the contract’s schema, and gives the caller either the result
 * or a problem. A caller who gave no function to answer with is not waited for.
 */
export async function answer<S extends z.ZodType, T extends object>(
  schema: S,
  given: unknown,
  reply: unknown,
  logger: Logger,
  work: (input: z.output<S>) => Promise<T>,
): Promise<void> {
  const say = typeof reply === 'function' ? (reply as (answered: Answered<T>) => void) : () => {};
  try {
    const parsed = schema.safeParse(wellFormed(given));
    if (!parsed.success)
      throw new ProblemError(
        'invalid_request',
        parsed.error.issues[0]?.message ?? 'The message is not as it should be.',
      );
    say({ ok: true, ...(await work(parsed.data)) });
  } catch (error) {
    const id = randomUUID();
    const { problem, unexpected } = problemOf(error, id);
    if (unexpected) logger.error({ err: error, request: id }, 'socket call failed');
    say({ ok: false, problem });
  }
}

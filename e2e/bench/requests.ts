import { setTimeout as pause } from 'node:timers/promises';
import { Pool } from 'undici';

export const A_SECOND = 2_000;
const SECONDS = 5;
/** Requests set out together every so many milliseconds: to wake for each would keep the processor that it is measured on. */
const TICK = 2;

/**
 * Asks something so many times a second, each when it is due, whatever became of those before, as pages do. What was
 * late is counted from when it was due.
 * @returns how long each took, in milliseconds, and how many failed
 */
export async function asked(
  origin: string,
  path: string,
  headers: Record<string, string>,
  sent?: string,
): Promise<{ times: number[]; failed: number }> {
  const pool = new Pool(origin, { connections: 32, pipelining: 1 });
  const times: number[] = [];
  let failed = 0;
  const one = async (due: number): Promise<void> => {
    try {
      const { statusCode, body } = await pool.request({
        path,
        method: sent === undefined ? 'GET' : 'POST',
        headers,
        body: sent ?? null,
      });
      await body.dump();
      if (statusCode >= 400) failed++;
      times.push(performance.now() - due);
    } catch {
      failed++;
    }
  };
  const from = performance.now();
  const under: Promise<void>[] = [];
  for (let tick = 0; tick < (SECONDS * 1_000) / TICK; tick++) {
    const due = from + tick * TICK;
    const wait = due - performance.now();
    if (wait > 0) await pause(wait);
    for (let index = 0; index < (A_SECOND * TICK) / 1_000; index++)
      under.push(one(Math.max(due, performance.now() - TICK)));
  }
  await Promise.all(under);
  await pool.close();
  return { times: times.toSorted((a, b) => a - b), failed };
}

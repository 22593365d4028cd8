import { wordingRoutes } from '@kineta/contract';
import { z } from 'zod';
import type { House } from '../house/house.ts';
import { ProblemError } from '../http/problem.ts';
import { type Doors, serve } from '../http/serve.ts';
import { Allowance } from '../limits/allowance.ts';

/** Who writes waits for it. */
const WITHIN = 15;
const HASTY = 'That were many wordings at once. Please try again in a moment.';

/** What the service answers. What is longer than a message, or empty, is no wording. */
const Answer = z.object({ text: z.string().trim().min(1).max(4_000) });

/** Help with the wording, from whatever the workspace has set up for it; what comes back is a text, and a person sends it or not. */
export function wordingDoors(doors: Doors, { ports, wire }: House): void {
  const allowed = new Allowance('wordings', { times: 20, seconds: 60 }, HASTY, wire.counters);
  serve(doors, wordingRoutes.reword, async ({ body: { text, wish } }, me) => {
    const { workspace } = await ports.directories.of(me.workspace);
    const { wordingService: url, language } = workspace;
    if (url === null) throw new ProblemError('invalid_request', 'No service is set up that helps with the wording.');
    await allowed.spend(me.id);
    const failed = (why: string) =>
      new ProblemError(
        'unavailable',
        `The service that helps with the wording failed: ${why} What you wrote is as it was.`,
      );
    const said = await ports.outside.ask(me.workspace, { url, body: { text, wish, language }, seconds: WITHIN });
    if ('failed' in said) throw failed(said.failed);
    const read = Answer.safeParse(said.answer);
    if (!read.success) throw failed('its answer holds no wording.');
    return read.data;
  });
}

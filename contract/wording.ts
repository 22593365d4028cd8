import { z } from 'zod';
import { route } from './route.ts';

/** What can be wished of a wording. */
export const WordingWish = z.enum(['corrected', 'shorter', 'friendlier', 'plainer']);
export type WordingWish = z.infer<typeof WordingWish>;

const Text = z
  .string()
  .trim()
  .min(1, 'There is nothing written yet.')
  .max(4_000, 'A message has at most 4,000 characters.');

export const wordingRoutes = {
  reword: route({
    method: 'POST',
    path: '/api/wording',
    summary:
      'Have the service that the workspace has set up for it put a text otherwise; nothing but the text goes there',
    access: 'member',
    body: z.strictObject({ text: Text, wish: WordingWish }),
    reply: z.object({ text: Text }),
  }),
};

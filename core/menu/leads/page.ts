import { z } from 'zod';
import { menuKind } from '../kind.ts';

/** To a page, of the site itself or elsewhere. */
export const page = menuKind({
  leads: 'page',
  schema: z.strictObject({
    leads: z.literal('page'),
    page: z
      .string()
      .trim()
      .max(500)
      .regex(/^(https:\/\/\S+|\/(?![/\\])\S*)$/, 'A page begins with /, or elsewhere with https://.'),
  }),
  blank: () => ({ leads: 'page' as const, page: '/' }),
  told: ({ page: to }) => ({ page: to }),
});

import { Zone } from '@kineta/core';
import { z } from 'zod';

/** What the chat is for. */
export const Purpose = z.enum(['to sell', 'to answer', 'both']);
export type Purpose = z.infer<typeof Purpose>;

/** A language as BCP 47 writes it. */
export const Language = z
  .string()
  .regex(/^[a-z]{2,3}(-[A-Za-z0-9]{2,8})*$/, 'A language is written like en or en-GB.')
  .max(20);

/** What a business is, for whatever is said and reckoned in its name. */
export const Business = z.strictObject({
  name: z.string().trim().min(1, 'The business needs a name.').max(100, 'A name has at most 100 characters.'),
  country: z.string().regex(/^[A-Z]{2}$/, 'A country is two letters, such as GB.'),
  zone: Zone,
  language: Language,
  currency: z.string().regex(/^[A-Z]{3}$/, 'A currency is three letters, such as GBP.'),
});
export type Business = z.infer<typeof Business>;

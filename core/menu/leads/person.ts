import { z } from 'zod';
import { menuKind } from '../kind.ts';

/** To a person, as whoever asks for one in their own words. */
export const person = menuKind({
  leads: 'person',
  schema: z.strictObject({ leads: z.literal('person') }),
  blank: () => ({ leads: 'person' as const }),
  wants: 'person',
});

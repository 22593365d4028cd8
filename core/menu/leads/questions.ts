import { z } from 'zod';
import { menuKind } from '../kind.ts';

/** To what is often asked. */
export const questions = menuKind({
  leads: 'questions',
  schema: z.strictObject({ leads: z.literal('questions') }),
  blank: () => ({ leads: 'questions' as const }),
  told: () => ({ reads: true as const }),
});

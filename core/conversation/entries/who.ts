import { z } from 'zod';

/** A member of the team, as entries name them: by identity, and by what they were called then. */
export const Who = z.object({ id: z.string(), name: z.string() });
export type Who = z.infer<typeof Who>;

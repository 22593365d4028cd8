import { z } from 'zod';

/** How somebody is told: by a sound in the studio, by a notification of their browser or phone, by email. */
export const Channel = z.enum(['sound', 'push', 'mail']);
export type Channel = z.infer<typeof Channel>;

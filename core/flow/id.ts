import { z } from 'zod';

/** The identity of a scene, a step or a choice: stable while its words change, unique in its flow. */
export const Id = z.string().regex(/^[A-Za-z0-9_-]{1,40}$/);
export type Id = z.infer<typeof Id>;

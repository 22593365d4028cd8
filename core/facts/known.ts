import { z } from 'zod';
import { FactType, Value } from './fact.ts';

/** A fact with its value, and the type that says how to show it. */
export const KnownFact = z.object({ fact: z.string(), type: FactType, value: Value });
export type KnownFact = z.infer<typeof KnownFact>;

import { z } from 'zod';
import { FactType, PersonPart, Value } from '../../facts/fact.ts';
import { actKind } from './kind.ts';

/** Keeps a fact for the visitor’s next conversation. */
export const remember = actKind({
  act: 'remember',
  schema: z.object({
    act: z.literal('remember'),
    fact: z.string(),
    type: FactType,
    value: Value,
    /** What of the person’s record it is, if anything. */
    person: PersonPart.optional(),
  }),
});

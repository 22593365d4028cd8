import { z } from 'zod';
import { PickedFact } from '../../facts/fact.ts';
import { factMark, plain } from '../../facts/words.ts';
import { whenKind } from './kind.ts';

/** A fact is given a value, by whoever it is. */
export const learnt = whenKind({
  when: 'learnt',
  schema: z.strictObject({ when: z.literal('learnt'), fact: PickedFact }),
  blank: () => ({ when: 'learnt' as const, fact: '' }),
  words: ({ fact }) => [factMark(fact), plain(' becomes known, or changes')],
  since: ({ fact }, { move, at }) => (move.move === 'learnt' && move.fact === fact ? at : null),
  lacks: ({ fact }) => fact === '',
  hears: ({ fact }, move) => move.move === 'learnt' && (move.fact === null || move.fact === fact),
});

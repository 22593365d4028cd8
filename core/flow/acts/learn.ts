import { dequal } from 'dequal/lite';
import { z } from 'zod';
import { entryKind } from '../../conversation/entries/kind.ts';
import { FactType, show, Value } from '../../facts/fact.ts';
import { KnownFact } from '../../facts/known.ts';
import { mustKind, valueWords } from '../runs/must.ts';
import { actKind } from './kind.ts';

const schema = z.object({ act: z.literal('learn'), step: z.string(), fact: z.string(), type: FactType, value: Value });

const learnt = entryKind({
  kind: 'learnt',
  schema: KnownFact.extend({ kind: z.literal('learnt') }),
  moves: ({ fact }) => [{ move: 'learnt', fact }],
  happens: ({ fact }) => ({ fact }),
  words: ({ fact, type, value }, { locale }) => `${fact} ${show(value, type, locale)}`,
  recorded: ({ fact, value }) => ({ did: 'learnt', fact, value }),
});

const mustKnow = mustKind<z.infer<typeof schema>>()({
  must: 'know',
  schema: z.strictObject({ must: z.literal('know'), fact: z.string().max(60), value: Value.optional() }),
  words: ({ fact, value }) => (value === undefined ? `“${fact}” is known.` : `“${fact}” is ${valueWords(value)}.`),
  why({ fact, value: wanted }, _, { session }) {
    const value = session.facts[fact];
    if (value !== undefined && (wanted === undefined || dequal(value, wanted))) return undefined;
    return `“${fact}” is ${valueWords(value)}${wanted === undefined ? '' : ` instead of ${valueWords(wanted)}`}.`;
  },
  shown: (acts, { session }) =>
    [...new Set(acts.map(({ fact }) => fact))].flatMap(fact => {
      const value = session.facts[fact];
      return value === undefined ? [] : [{ must: 'know' as const, fact, value }];
    }),
});

/** Keeps a value in a fact. */
export const learn = actKind({
  act: 'learn',
  schema,
  entry: learnt,
  leaves: ({ fact, type, value }) => ({ fact, type, value }),
  musts: [mustKnow],
});

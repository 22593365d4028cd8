import { z } from 'zod';
import { deedKindOf } from '../../rules/deeds/registry.ts';
import { entryKind } from './kind.ts';

/** What a rule did of one thing; of what could not be done, why. Read by the kind of deed, as far as it is known. */
const Did = z.looseObject({ deed: z.string() });

const list = new Intl.ListFormat('en', { type: 'conjunction' });

/** A rule did something, by itself. */
export const ruled = entryKind({
  kind: 'ruled',
  schema: z.object({
    kind: z.literal('ruled'),
    rule: z.object({ id: z.string(), name: z.string() }),
    /** Since when that was so which the rule waits for, in epoch milliseconds, and which part of the rule it is. */
    since: z.number(),
    part: z.int(),
    did: z.array(Did),
  }),
  moves: ({ rule, since, part, did }) => [
    ...did.flatMap(done => deedKindOf(done)?.doneMoves?.(done) ?? []),
    { move: 'ran', rule: rule.id, since, part },
  ],
  happens: ({ rule, did }) => ({
    rule: rule.id,
    ...Object.assign({}, ...did.map(done => deedKindOf(done)?.happens?.(done) ?? {})),
  }),
  words({ rule, did }) {
    const words = did.map(done => deedKindOf(done)?.doneWords(done) ?? String(done.why ?? 'did something newer'));
    return `The rule “${rule.name}” ${words.length > 0 ? list.format(words) : 'did nothing'}.`;
  },
  recorded: ({ did }, { at }) => did.map(done => deedKindOf(done)?.recorded?.(done, at)).find(Boolean),
});

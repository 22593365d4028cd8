import { z } from 'zod';
import { plain } from '../../facts/words.ts';
import { deedKind } from './kind.ts';

/** Does what another rule does, at once, where that one’s conditions hold. */
export const run = deedKind({
  deed: 'run',
  schema: z.strictObject({ deed: z.literal('run'), rule: z.string().max(30) }),
  blank: () => ({ deed: 'run' as const, rule: '' }),
  words: ({ rule }, names) => [plain('do what '), { value: names.rule(rule) ?? '…' }, plain(' does')],
  refers: ({ rule }) => [{ what: 'rule', id: rule }],
  lacks: ({ rule }) => rule === '',
  done: z.object({ deed: z.literal('run'), rule: z.string() }),
  doneWords: ({ rule }) => `did what “${rule}” does`,
});

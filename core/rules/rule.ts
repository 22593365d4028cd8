import { z } from 'zod';
import { Condition, conditionWords } from '../facts/condition.ts';
import { listed } from '../facts/listed.ts';
import { plain, type WordPart, type Words } from '../facts/words.ts';
import { Duration, durationWords, milliseconds } from '../hours/duration.ts';
import { Deed, deedKindOf } from './deeds/registry.ts';
import type { Names, Reference } from './names.ts';
import { When, whenKindOf } from './whens/registry.ts';

/** For how long something has to be so; of the clock, or counted in opening time alone. */
export const Delay = z.strictObject({ for: Duration, open: z.literal(true).optional() });
export type Delay = z.infer<typeof Delay>;

/** What is done at once, or after a while in which what began the rule is still so. */
export const RulePart = z.strictObject({ after: Delay.nullable(), do: z.array(Deed).min(1).max(8) });
export type RulePart = z.infer<typeof RulePart>;

/**
 * What is done when something happens, or has been so for a while, if something holds: one part after the other, as long as it is
 * still so. What must hold is looked at when something is done, not before.
 */
export const Rule = z.strictObject({
  name: z.string().trim().min(1, 'A rule needs a name.').max(60, 'A name has at most 60 characters.'),
  when: When,
  onlyIf: Condition.nullable(),
  parts: z.array(RulePart).min(1).max(3),
  /** Once in a conversation, or each time that it begins to be so. */
  atMost: z.enum(['once', 'each']),
  /** How long after a person’s last words it may speak all the same, where one has written; never, when null. */
  afterPerson: Duration.nullable(),
});
export type Rule = z.infer<typeof Rule>;

/** A rule among others, by its identity. */
export interface Numbered extends Rule {
  id: string;
}

/** What is done, whichever part it belongs to. */
export const deedsOf = ({ parts }: Rule): Deed[] => parts.flatMap(part => part.do);

/** All that a rule names by identities. */
export const refersTo = (rule: Rule): Reference[] => [
  ...(whenKindOf(rule.when).refers?.(rule.when) ?? []),
  ...deedsOf(rule).flatMap(deed => deedKindOf(deed)?.refers?.(deed) ?? []),
];

/** Whether something is still to be said before a rule can do anything. */
export const lacks = (rule: Rule): boolean =>
  (whenKindOf(rule.when).lacks?.(rule.when) ?? false) ||
  deedsOf(rule).some(deed => deedKindOf(deed)?.lacks?.(deed) ?? false);

const delayWords = (delay: Delay, more: string): WordPart[] => [
  { value: durationWords(delay.for) },
  plain(`${delay.open ? ' of opening time' : ''}${more}`),
];

/** A rule as one sentence, with what is set in it marked. */
export function ruleWords(rule: Rule, names: Names): Words {
  const deeds = (part: RulePart) =>
    listed(
      part.do.map(deed => deedKindOf(deed)?.words(deed, names) ?? []),
      'and',
    );
  const [first, ...others] = rule.parts;
  return [
    plain('When '),
    ...whenKindOf(rule.when).words(rule.when, names),
    ...(first?.after
      ? [plain(whenKindOf(rule.when).lasts ? ' for ' : ', after '), ...delayWords(first.after, '')]
      : []),
    ...(rule.onlyIf ? [plain(', only if '), ...conditionWords(rule.onlyIf)] : []),
    plain(', '),
    ...(first ? deeds(first) : []),
    ...others.flatMap(part => [
      plain('; '),
      ...(part.after ? [plain('after '), ...delayWords(part.after, ' more, ')] : [plain('then ')]),
      ...deeds(part),
    ]),
    plain('.'),
  ];
}

/** How long after what came before it a part is done, in milliseconds. */
export const waitOf = ({ after }: RulePart): number => (after ? milliseconds(after.for) : 0);

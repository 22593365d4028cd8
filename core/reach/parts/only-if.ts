import { Condition, type ConditionPart, conditionReads, conditionTest, conditionWords } from '../../facts/condition.ts';
import { plain } from '../../facts/words.ts';
import { cuePart } from './kind.ts';

/** The parts that must all hold, each as a condition of its own. */
const partsOf = (condition: Condition): Condition[] =>
  'all' in condition ? condition.all.map((part: ConditionPart) => ({ all: [part] }) as Condition) : [condition];

/** Anything else that is known of them, of the visit or of the hour. */
export const onlyIf = cuePart({
  part: 'onlyIf',
  schema: Condition,
  blank: (): Condition => ({ all: [{ fact: 'device', is: 'is', value: 'phone' }] }),
  words: set => [plain('if '), ...conditionWords(set)],
  ready(set, names) {
    const test = conditionTest(set, names);
    return ({ facts }) => test(facts);
  },
  not(set, { facts }, _, names) {
    const first = partsOf(set).find(one => !conditionTest(one, names)(facts)) ?? set;
    return [plain('it is not so that '), ...conditionWords(first)];
  },
  reads: (set, facts) => ('formula' in set ? undefined : conditionReads(set, facts).concat(asked(set))),
});

/** Those of which it is only asked whether they are known are asked about as well. */
function asked(part: Condition | ConditionPart): string[] {
  if ('formula' in part) return [];
  if ('fact' in part) return [part.fact];
  if ('not' in part) return asked(part.not);
  return ('all' in part ? part.all : part.any).flatMap(asked);
}

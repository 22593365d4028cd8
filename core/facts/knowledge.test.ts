import fc from 'fast-check';
import { expect, test } from 'vitest';
import { type Condition, conditionTest, type Row } from './condition.ts';
import type { Facts, Value } from './fact.ts';
import { anything, given, Knowledge, type Known, knownOf, oneOf } from './knowledge.ts';

const names = ['home', 'bill', 'owner'] as const;
const words = fc.constantFrom('Flat', 'House', 'Castle');
const numbers = fc.integer({ min: 0, max: 5 });
const possible = { home: words, bill: numbers, owner: fc.boolean() } as const;

const anyFacts: fc.Arbitrary<Facts> = fc.record(possible, { requiredKeys: [] });
const anyRow: fc.Arbitrary<Row> = fc.constantFrom(...names).chain(fact =>
  fc.record({
    fact: fc.constant(fact),
    is: fc.constantFrom<Row['is']>(
      'is',
      'is not',
      'is more than',
      'is at least',
      'is less than',
      'is at most',
      'is one of',
      'is known',
      'is not known',
    ),
    value: possible[fact] as fc.Arbitrary<Value>,
  }),
);
const anyCondition: fc.Arbitrary<Condition> = fc.letrec(tie => ({
  part: fc.oneof({ maxDepth: 2, withCrossShrink: true }, anyRow, tie('group')),
  group: fc.oneof(
    fc.record({ all: fc.array(tie('part'), { minLength: 1, maxLength: 3 }) }),
    fc.record({ any: fc.array(tie('part'), { minLength: 1, maxLength: 3 }) }),
    fc.record({ not: tie('part') }),
  ),
})).group as fc.Arbitrary<Condition>;

/** Whether facts are among those that are possible. */
function fits(knowledge: Knowledge, facts: Facts): boolean {
  return names.every(name => {
    const { open, values } = knownOf(knowledge, name);
    const value = facts[name];
    if (value === undefined) return open;
    if (!values) return false;
    if (values.among) return values.among.includes(value);
    if (typeof value !== 'number') return true;
    const { low, high, lowOut, highOut } = values;
    return (lowOut ? value > low : value >= low) && (highOut ? value < high : value <= high);
  });
}

const known = (name: keyof typeof possible): fc.Arbitrary<Known> =>
  fc.record({
    open: fc.boolean(),
    values: fc.option(
      fc.oneof(
        fc.constant(anything),
        fc.uniqueArray(possible[name] as fc.Arbitrary<Value>, { minLength: 1 }).map(oneOf),
      ),
    ),
  });
const anyKnowledge: fc.Arbitrary<Knowledge> = fc
  .record({ home: known('home'), bill: known('bill'), owner: known('owner') }, { requiredKeys: ['home'] })
  .map(of => Knowledge.of(Object.entries(of)));

test('whatever facts are possible, and hold, are possible still where the condition holds; so too where it does not', () => {
  fc.assert(
    fc.property(anyKnowledge, anyCondition, anyFacts, (knowledge, condition, facts) => {
      fc.pre(fits(knowledge, facts));
      const holds = conditionTest(condition, names)(facts);
      const left = given(knowledge, condition, holds);
      expect(left && fits(left, facts)).toBe(true);
    }),
    { numRuns: 2_000 },
  );
});

test('what is possible in one of two cases is possible in both together', () => {
  fc.assert(
    fc.property(anyKnowledge, anyKnowledge, anyFacts, (a, b, facts) => {
      if (fits(a, facts) || fits(b, facts)) expect(fits(a.or(b), facts)).toBe(true);
    }),
    { numRuns: 1_000 },
  );
});

const anyLearnt = fc.constantFrom(...names).chain(name => known(name).map(of => [name, of] as const));

test('of what two learn from one, what is possible for either is possible for both together, and the one stays as it was', () => {
  fc.assert(
    fc.property(anyKnowledge, fc.array(anyLearnt), fc.array(anyLearnt), anyFacts, (one, some, others, facts) => {
      const possible = fits(one, facts);
      const [a, b] = [some, others].map(all => all.reduce((before, [name, of]) => before.with(name, of), one)) as [
        Knowledge,
        Knowledge,
      ];
      if (fits(a, facts) || fits(b, facts)) expect(fits(a.or(b), facts)).toBe(true);
      expect(fits(one, facts)).toBe(possible);
      for (const [name, of] of some.slice(-1)) expect(a.get(name)).toEqual(of);
    }),
    { numRuns: 1_000 },
  );
});

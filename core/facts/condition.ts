import { z } from 'zod';
import { type Fact, FactName, type Facts, Value } from './fact.ts';
import { FormulaError, formula } from './formula.ts';
import { factMark, plain, type Words } from './words.ts';

/** How a row compares a fact with its value. The last two need no value. */
export const Comparison = z.enum([
  'is',
  'is not',
  'is more than',
  'is at least',
  'is less than',
  'is at most',
  'contains',
  'is one of',
  'is known',
  'is not known',
]);
export type Comparison = z.infer<typeof Comparison>;

export const Row = z.strictObject({ fact: FactName, is: Comparison, value: Value.optional() });
export type Row = z.infer<typeof Row>;

/** A condition: rows that must all hold, rows of which one must hold, or a formula that must be true. */
export const Condition = z.union([
  z.strictObject({ all: z.array(Row).min(1).max(30) }),
  z.strictObject({ any: z.array(Row).min(1).max(30) }),
  z.strictObject({ formula: z.string().max(2_000) }),
]);
export type Condition = z.infer<typeof Condition>;

/** A condition made ready to be tested many times. A comparison with a fact that is not known does not hold. */
export type Test = (facts: Facts) => boolean;

export function needsValue(comparison: Comparison): boolean {
  return comparison !== 'is known' && comparison !== 'is not known';
}

function fold(value: Value): Value {
  return typeof value === 'string' ? value.trim().toLocaleLowerCase('en') : value;
}

function same(a: Value, b: Value): boolean {
  const [left, right] = [fold(a), fold(b)];
  if (Array.isArray(left))
    return Array.isArray(right) ? left.join('\n') === right.join('\n') : left.includes(String(b));
  return left === right || String(left) === String(right);
}

/** Numbers compare by size, everything else (ISO dates among it) by its characters. */
function order(a: Value, b: Value): number {
  if (typeof a === 'number' && typeof b === 'number') return a - b;
  return String(a) < String(b) ? -1 : String(a) > String(b) ? 1 : 0;
}

function rowTest({ fact, is, value }: Row): Test {
  const compared = (holds: (known: Value, value: Value) => boolean): Test =>
    value === undefined
      ? () => false
      : facts => {
          const known = facts[fact];
          return known !== undefined && holds(known, value);
        };
  switch (is) {
    case 'is known':
      return facts => facts[fact] !== undefined;
    case 'is not known':
      return facts => facts[fact] === undefined;
    case 'is':
      return compared(same);
    case 'is not': {
      const test = compared(same);
      return facts => !test(facts);
    }
    case 'is more than':
      return compared((known, bound) => order(known, bound) > 0);
    case 'is at least':
      return compared((known, bound) => order(known, bound) >= 0);
    case 'is less than':
      return compared((known, bound) => order(known, bound) < 0);
    case 'is at most':
      return compared((known, bound) => order(known, bound) <= 0);
    case 'contains':
      return compared((known, part) =>
        Array.isArray(known) ? known.some(item => same(item, part)) : String(fold(known)).includes(String(fold(part))),
      );
    case 'is one of':
      return compared((known, list) =>
        Array.isArray(list) ? list.some(item => same(known, item)) : same(known, list),
      );
  }
}

/**
 * Compiles a condition to a plain function, once per edition. A formula that cannot be read, or has no true result,
 * does not hold: the checks have said so before anything is published.
 */
export function conditionTest(condition: Condition, known: readonly string[]): Test {
  if ('formula' in condition) {
    try {
      const compiled = formula(condition.formula, known);
      return facts => {
        const result = compiled.evaluate(facts);
        return 'value' in result && result.value === true;
      };
    } catch (error) {
      if (error instanceof FormulaError) return () => false;
      throw error;
    }
  }
  if ('all' in condition) {
    const tests = condition.all.map(rowTest);
    return facts => tests.every(test => test(facts));
  }
  const tests = condition.any.map(rowTest);
  return facts => tests.some(test => test(facts));
}

/** The facts whose values a condition needs. Asking whether something is known does not need it to be. */
export function conditionReads(condition: Condition, facts: readonly Fact[]): string[] {
  if ('formula' in condition) {
    try {
      return [
        ...formula(
          condition.formula,
          facts.map(fact => fact.name),
        ).reads,
      ];
    } catch {
      return [];
    }
  }
  return conditionRows(condition)
    .filter(row => needsValue(row.is))
    .map(row => row.fact);
}

/** The rows of a condition, none for a formula. */
export function conditionRows(condition: Condition): Row[] {
  if ('formula' in condition) return [];
  return 'all' in condition ? condition.all : condition.any;
}

function showValue(value: Value | undefined): string {
  if (value === undefined) return '…';
  if (typeof value === 'boolean') return value ? 'yes' : 'no';
  if (Array.isArray(value)) return value.map(item => `“${item}”`).join(' or ');
  return typeof value === 'string' ? `“${value}”` : String(value);
}

/** A condition as part of a sentence: “home type is “Flat” and owns home is no”. */
export function conditionWords(condition: Condition): Words {
  if ('formula' in condition) return [{ formula: condition.formula }];
  const joint = 'all' in condition ? ' and ' : ' or ';
  return conditionRows(condition).flatMap((row, index) => [
    ...(index > 0 ? [plain(joint)] : []),
    factMark(row.fact),
    plain(needsValue(row.is) ? ` ${row.is} ${showValue(row.value)}` : ` ${row.is}`),
  ]);
}

import { z } from 'zod';
import { type Fact, type Facts, PickedFact, Value } from './fact.ts';
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
  'starts with',
  'is one of',
  'is known',
  'is not known',
]);
export type Comparison = z.infer<typeof Comparison>;

/** Its fact is empty as long as it was not said which one is looked at. */
export const Row = z.strictObject({
  fact: PickedFact,
  is: Comparison,
  value: Value.optional(),
});
export type Row = z.infer<typeof Row>;

const Formula = z.strictObject({ formula: z.string().max(2_000) });

/** Three levels of groups inside each other are as many as a sentence can hold. */
function group<Part extends z.ZodType>(part: Part) {
  const parts = z.array(part).min(1).max(30);
  return z.union([z.strictObject({ all: parts }), z.strictObject({ any: parts }), z.strictObject({ not: part })]);
}
const Inner = group(Row);
const Middle = group(z.union([Row, Inner]));

/**
 * A condition: parts that must all hold, parts of which one must hold, a part that must not, or a formula that must be
 * true. A part is a row, or a group in its turn.
 */
export const Condition = z.union([group(z.union([Row, Middle])), Formula]);
export type Condition = z.infer<typeof Condition>;

/** A part of a condition, at any level. */
export type ConditionPart = Row | { all: ConditionPart[] } | { any: ConditionPart[] } | { not: ConditionPart };

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

/** Compiles one row. */
export function rowTest({ fact, is, value }: Row): Test {
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
    case 'starts with':
      return compared((known, part) => String(fold(known)).startsWith(String(fold(part))));
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
  return partTest(condition);
}

function partTest(part: ConditionPart): Test {
  if ('fact' in part) return rowTest(part);
  if ('not' in part) {
    const test = partTest(part.not);
    return facts => !test(facts);
  }
  if ('all' in part) {
    const tests = part.all.map(partTest);
    return facts => tests.every(test => test(facts));
  }
  const tests = part.any.map(partTest);
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
    .filter(row => row.fact !== '' && needsValue(row.is))
    .map(row => row.fact);
}

/** The rows of a condition at every level, none for a formula. */
export function conditionRows(condition: Condition): Row[] {
  return 'formula' in condition ? [] : partRows(condition);
}

function partRows(part: ConditionPart): Row[] {
  if ('fact' in part) return [part];
  if ('not' in part) return partRows(part.not);
  return ('all' in part ? part.all : part.any).flatMap(partRows);
}

function showValue(value: Value | undefined): string {
  if (value === undefined) return '…';
  if (typeof value === 'boolean') return value ? 'yes' : 'no';
  if (Array.isArray(value)) return value.map(item => `“${item}”`).join(' or ');
  return typeof value === 'string' ? `“${value}”` : String(value);
}

/** A condition as part of a sentence: “home type is “Flat” and owns home is no”. */
export function conditionWords(condition: Condition): Words {
  return 'formula' in condition ? [{ formula: condition.formula }] : partWords(condition, false);
}

function partWords(part: ConditionPart, inside: boolean): Words {
  if ('fact' in part)
    return [factMark(part.fact), plain(needsValue(part.is) ? ` ${part.is} ${showValue(part.value)}` : ` ${part.is}`)];
  if ('not' in part) return [plain('it is not so that '), ...partWords(part.not, true)];
  const parts = 'all' in part ? part.all : part.any;
  const joint = 'all' in part ? ' and ' : ' or ';
  const joined = parts.flatMap((one, index) => [...(index > 0 ? [plain(joint)] : []), ...partWords(one, true)]);
  // Brackets only where “and” and “or” could be taken together wrongly.
  return inside && parts.length > 1 ? [plain('('), ...joined, plain(')')] : joined;
}

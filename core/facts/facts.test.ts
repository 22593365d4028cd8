import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { conditionReads, conditionTest, conditionWords } from './condition.ts';
import { FactName, fits, rounded, show } from './fact.ts';
import { FormulaError, formula } from './formula.ts';
import { sentence } from './words.ts';

const british = { language: 'en-GB', currency: 'GBP' };

describe('formulas', () => {
  test('names with spaces, arithmetic and if', () => {
    const saving = formula('if heating bill > 1000 then heating bill * 0.3 else 0', ['heating bill']);
    expect(saving.reads).toEqual(['heating bill']);
    expect(saving.evaluate({ 'heating bill': 1900 })).toEqual({ value: 570 });
    expect(formula('0.1 + 0.2', []).evaluate({})).toEqual({ value: 0.3 });
  });

  test('a missing fact is named, never nothing', () => {
    expect(formula('bill * 2', ['bill']).evaluate({})).toEqual({ error: '“bill” is not known yet.' });
  });

  test('dividing by nothing has no result', () => {
    expect(formula('1 / bill', ['bill']).evaluate({ bill: 0 })).toHaveProperty('error');
  });

  test('asked any number of times, of any facts, it gives what it gave', () => {
    const twice = formula('if home = "1" then bill + bill else 2 * bill', ['bill', 'home']);
    const facts = fc.record({ bill: fc.integer({ min: -400, max: 400 }), home: fc.constantFrom('1', 'Flat', true, 1) });
    fc.assert(
      fc.property(fc.array(facts, { maxLength: 30 }), all => {
        for (const one of [...all, ...all]) expect(twice.evaluate(one)).toEqual({ value: 2 * one.bill || 0 });
      }),
    );
  });

  test.each([
    'for x in 1..3000, y in 1..3000 return x',
    'some x in [1,2] satisfies x > 1',
    'matches("aaa", "^(a+)+$")',
    'function(x) x + 1',
    'bill *',
    '',
    `${'('.repeat(100)}1${')'.repeat(100)}`,
    `1${' + 1'.repeat(600)}`,
  ])('refuses %s', source => {
    expect(() => formula(source, ['bill'])).toThrow(FormulaError);
  });

  test('whatever is typed, it is a formula or a FormulaError', () => {
    fc.assert(
      fc.property(fc.string({ maxLength: 40 }), source => {
        try {
          formula(source, ['bill']).evaluate({ bill: 2 });
        } catch (error) {
          expect(error).toBeInstanceOf(FormulaError);
        }
      }),
      { numRuns: 300 },
    );
  });
});

describe('conditions', () => {
  const facts = { 'home type': 'Flat', 'owns home': false, bill: 1900, wants: ['price', 'survey'] };
  test.each<[Parameters<typeof conditionTest>[0], boolean]>([
    [
      {
        all: [
          { fact: 'home type', is: 'is', value: 'flat' },
          { fact: 'owns home', is: 'is', value: false },
        ],
      },
      true,
    ],
    [{ all: [{ fact: 'home type', is: 'is not', value: 'flat' }] }, false],
    [
      {
        any: [
          { fact: 'bill', is: 'is more than', value: 2000 },
          { fact: 'bill', is: 'is at least', value: 1900 },
        ],
      },
      true,
    ],
    [{ all: [{ fact: 'bill', is: 'is less than', value: 1900 }] }, false],
    [{ all: [{ fact: 'bill', is: 'is at most', value: 1900 }] }, true],
    [{ all: [{ fact: 'wants', is: 'contains', value: 'survey' }] }, true],
    [{ all: [{ fact: 'home type', is: 'contains', value: 'la' }] }, true],
    [{ all: [{ fact: 'home type', is: 'is one of', value: ['House', 'Flat'] }] }, true],
    [{ all: [{ fact: 'name', is: 'is known' }] }, false],
    [{ all: [{ fact: 'name', is: 'is not known' }] }, true],
    [{ all: [{ fact: 'name', is: 'is', value: 'Maud' }] }, false],
    [{ formula: 'bill > 1000 and home type = "Flat"' }, true],
    [{ formula: 'name = "Maud"' }, false],
  ])('%j is %s', (condition, holds) => {
    expect(conditionTest(condition, [...Object.keys(facts), 'name'])(facts)).toBe(holds);
  });

  test('read as a sentence, and say what they need', () => {
    const condition = {
      all: [
        { fact: 'home type', is: 'is' as const, value: 'Flat' },
        { fact: 'email', is: 'is known' as const },
      ],
    };
    expect(sentence(conditionWords(condition))).toBe('home type is “Flat” and email is known');
    expect(conditionReads(condition, [])).toEqual(['home type']);
  });
});

describe('values', () => {
  test('are written in the locale', () => {
    expect(show(1900, 'money', british)).toBe('£1,900');
    expect(show(612.9, 'money', british)).toBe('£612.90');
    expect(show(1234.567, 'number', british)).toBe('1,234.57');
    expect(show(true, 'yes/no', british)).toBe('yes');
    expect(show(['a', 'b'], 'list', british)).toBe('a, b');
  });

  test('money is rounded where it is kept', () => {
    expect(rounded(612.905, 'money', 'GBP')).toBe(612.91);
    expect(rounded(612.9, 'money', 'JPY')).toBe(613);
    expect(rounded(612.905, 'number', 'GBP')).toBe(612.905);
  });

  test('fit their types', () => {
    expect(fits('2026-01-02', 'date')).toBe(true);
    expect(fits('soon', 'date')).toBe(false);
    expect(fits('1', 'number')).toBe(false);
  });

  test.each(['__proto__', 'constructor', ' a', 'a  b', '1a', 'a-b'])('“%s” is no name for a fact', name => {
    expect(FactName.safeParse(name).success).toBe(false);
  });
});

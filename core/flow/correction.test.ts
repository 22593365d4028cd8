import fc from 'fast-check';
import { expect, test } from 'vitest';
import { FactType, fits, type Value } from '../facts/fact.ts';
import { factTyped } from './correction.ts';
import { tuesday } from './tests/flow.arbitrary.ts';

test.each<[FactType, string, Value | undefined, string[]?]>([
  ['text', '  Ada Kelso ', 'Ada Kelso'],
  ['text', '   ', undefined],
  ['number', 'about 1,900', 1900],
  ['number', 'many', undefined],
  ['money', '£1,900.50', 1900.5],
  ['date', 'next Tuesday', '2026-12-01'],
  ['date', 'soon', undefined],
  ['yes/no', 'nope', false],
  ['email', 'maud@ellery.example', 'maud@ellery.example'],
  ['email', 'maud at home', undefined],
  ['phone', '01632 960983', '+441632960983'],
  ['choice', 'semi detached', 'Semi-detached', ['Flat', 'Semi-detached']],
  ['choice', 'a castle', undefined, ['Flat', 'Semi-detached']],
  ['choice', 'a castle', 'a castle'],
  ['list', 'attic, cellar ,', ['attic', 'cellar']],
  ['file', 'roof.png', undefined],
])('for a fact of type %s, “%s” is %j', (type, typed, value, choices) => {
  expect(factTyped(typed, { type, ...(choices ? { choices } : {}) }, tuesday)).toEqual(value);
});

test('whatever is typed, what is kept is of the fact’s type', () => {
  fc.assert(
    fc.property(fc.constantFrom(...FactType.options), fc.string({ unit: 'binary' }), (type, typed) => {
      const value = factTyped(typed, { type }, tuesday);
      if (value === undefined) return;
      expect(fits(value, type)).toBe(true);
      if (typeof value === 'string') expect(value.isWellFormed()).toBe(true);
    }),
  );
});

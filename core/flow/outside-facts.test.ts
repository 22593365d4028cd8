import fc from 'fast-check';
import { expect, test } from 'vitest';
import { type Fact, fits } from '../facts/fact.ts';
import { fromOutside, maySet, newFrom, ofCustomer } from './outside-facts.ts';
import { tuesday } from './tests/flow.arbitrary.ts';

const fact = (name: string, rest: Partial<Fact> = {}): Fact => ({
  name,
  type: 'text',
  scope: 'conversation',
  outside: true,
  ...rest,
});
const facts: Fact[] = [
  fact('house', { type: 'choice', choices: ['Semi-detached', 'Flat'] }),
  fact('rooms', { type: 'number' }),
  fact('budget', { type: 'money' }),
  fact('owner', { type: 'yes/no' }),
  fact('wanted on', { type: 'date' }),
  fact('extras', { type: 'list' }),
  fact('email', { type: 'email', scope: 'visitor', person: 'email' }),
  fact('name', { scope: 'visitor', person: 'name' }),
  { name: 'score', type: 'number', scope: 'conversation' },
];
const values = (given: Record<string, unknown>, by: 'link' | 'page' | 'token') =>
  Object.fromEntries(fromOutside(facts, given, by, tuesday).map(({ fact: { name }, value }) => [name, value]));

test('a link’s texts are understood as a visitor’s would be, and only for what may be set so', () => {
  expect(
    values(
      {
        house: 'semi-detached',
        rooms: '4',
        budget: '9,000',
        owner: 'yes',
        'wanted on': '2026-12-24',
        extras: 'solar, battery',
        score: '100',
        unheard: 'of',
      },
      'link',
    ),
  ).toEqual({
    house: 'Semi-detached',
    rooms: 4,
    budget: 9_000,
    owner: true,
    'wanted on': '2026-12-24',
    extras: ['solar', 'battery'],
  });
});

test('who somebody is, a page may say, and no link', () => {
  const who = { email: 'anna.webb@mail.example', name: 'Anna Webb' };
  expect(values(who, 'page')).toEqual(who);
  expect(values(who, 'link')).toEqual({});
});

test('values that a fact cannot hold are as if they were not given', () => {
  for (const given of [
    { rooms: 'many', house: 'castle' },
    { rooms: Number.NaN, owner: 1, extras: 'a,b'.split(',').map(Number) },
    { rooms: {}, house: null, budget: undefined },
    { rooms: 1e30 },
  ])
    expect(values(given, 'page')).toEqual({});
});

test('who is signed in is known by the facts that say who they are, whoever may set those', () => {
  const own = facts.map(({ outside: _, ...rest }) => rest);
  const customer = { name: 'Anna Webb', email: 'Anna.Webb@mail.example', facts: { rooms: 4, email: 'x@y.example' } };
  const told = (known: Fact[]) =>
    Object.fromEntries(ofCustomer(known, customer, tuesday).map(({ fact: { name }, value }) => [name, value]));
  expect(told(own)).toEqual({ name: 'Anna Webb', email: 'Anna.Webb@mail.example' });
  expect(told(facts)).toEqual({ name: 'Anna Webb', email: 'Anna.Webb@mail.example', rooms: 4 });
});

test('what was known already is nothing new', () => {
  const given = fromOutside(facts, { rooms: 4, extras: ['a'] }, 'page', tuesday);
  expect(newFrom({ rooms: 4, extras: ['a'] }, given)).toEqual([]);
  expect(newFrom({ rooms: 5 }, given).map(({ fact: { name } }) => name)).toEqual(['rooms', 'extras']);
});

test('whatever is given, each value is one that its fact can hold, and that may be set', () => {
  fc.assert(
    fc.property(
      fc.dictionary(fc.constantFrom(...facts.map(({ name }) => name), '__proto__', 'constructor'), fc.anything()),
      fc.constantFrom('link' as const, 'page' as const, 'token' as const),
      (given, by) => {
        for (const { fact: known, value } of fromOutside(facts, given, by, tuesday)) {
          expect(maySet(known, by)).toBe(true);
          expect(fits(value, known.type)).toBe(true);
        }
      },
    ),
  );
});

import { expect, test } from 'vitest';
import type { Fact } from './fact.ts';
import { fittedFact } from './person.ts';

const email: Fact = { name: 'email', type: 'email', scope: 'visitor' };

test.each<[string, Fact, Fact[], Fact['person']]>([
  ['the first email that is remembered is the person’s', email, [], 'email'],
  ['a second one is not', email, [{ ...email, name: 'other', person: 'email' }], undefined],
  ['one of this conversation is nobody’s', { ...email, scope: 'conversation', person: 'email' }, [], undefined],
  ['a text is no name before somebody says so', { ...email, type: 'text' }, [], undefined],
  ['and is one when they do', { ...email, type: 'text', person: 'name' }, [], 'name'],
  ['what holds something else now is not what it was', { ...email, type: 'number', person: 'email' }, [], undefined],
])('%s', (_, fact, others, person) => {
  expect(fittedFact(fact, others).person).toBe(person);
});

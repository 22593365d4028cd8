import { migrations } from '@kineta/server';
import { expect, test } from 'vitest';

/** Up to here tables were also changed and renamed; from here on old and new processes share them while they change. */
const SHARED_SINCE = '0013';

/** What would break a process that does not know of it yet. */
const CONTRACTS = /\b(?:DROP (?:COLUMN|TABLE)|RENAME|CHANGE COLUMN|MODIFY)\b/i;
const FORCES = /ADD COLUMN (?:IF NOT EXISTS )?\w+ [^,]*\bNOT NULL\b(?![^,]*\bDEFAULT\b)/i;

test.each(migrations.filter(({ name }) => name >= SHARED_SINCE).map(({ name, steps }) => [name, steps] as const))(
  '%s only adds, so that processes of the version before go on',
  (_, steps) => {
    const statements = steps.map(step =>
      typeof step === 'string' ? step : typeof step === 'function' ? '' : step.sql,
    );
    expect(statements.filter(sql => CONTRACTS.test(sql) || FORCES.test(sql))).toEqual([]);
  },
);

test('migrations are in the order of their names, each with one of its own', () => {
  const names = migrations.map(({ name }) => name);
  expect(names).toEqual([...new Set(names)].toSorted());
});

test.each([
  'ALTER TABLE flows DROP COLUMN name',
  'ALTER TABLE flows RENAME COLUMN name TO title',
  'ALTER TABLE flows ADD COLUMN title VARCHAR(10) NOT NULL AFTER name, ADD KEY x (title)',
])('and %s would not do', sql => {
  expect(CONTRACTS.test(sql) || FORCES.test(sql)).toBe(true);
});

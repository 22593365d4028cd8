import { plainLook } from '@kineta/core';
import { beforeEach, describe, expect, test } from 'vitest';
import { changesBetween, useLooks, valueAt, withValue } from './store.ts';

const { takeUp, set, wear, discard, isPut } = useLooks.getState();
const editing = () => useLooks.getState().sites['1']!;
const changes = () => changesBetween(editing().base, editing().draft);

beforeEach(() => {
  useLooks.setState({ sites: {} });
  takeUp('1', plainLook, 0);
});

describe('a look that is edited', () => {
  test('counts what is not on the site, and forgets it when it is undone', () => {
    set('1', ['voice', 'name'], 'Wren');
    set('1', ['colour', 'brand'], '#3c7a5f');
    expect(changes()).toBe(2);
    set('1', ['voice', 'name'], '');
    expect(changes()).toBe(1);
    discard('1');
    expect(changes()).toBe(0);
  });

  test('shows the last that could be kept while one value is wrong, and says which', () => {
    set('1', ['voice', 'name'], 'Wren');
    set('1', ['colour', 'brand'], '#3c7');
    expect(editing().shown.colour.brand).toBe('#33cc77');
    set('1', ['colour', 'brand'], '#3c7a');
    expect(editing().mistakes).toEqual({ 'colour.brand': 'A colour is written like #3c7a5f.' });
    expect(editing().shown).toMatchObject({ voice: { name: 'Wren' }, colour: { brand: '#33cc77' } });
    expect(valueAt(editing().draft, ['colour', 'brand'])).toBe('#3c7a');
  });

  test('keeps what was begun when the site is read again, and when somebody else put another there', () => {
    set('1', ['voice', 'name'], 'Wren');
    takeUp('1', { ...plainLook, sound: true }, 4);
    expect(editing()).toMatchObject({ number: 4, draft: { voice: { name: 'Wren' }, sound: false } });
    expect(changes()).toBe(2);
    isPut('1', editing().shown, 5);
    expect(changes()).toBe(0);
    takeUp('1', plainLook, 6);
    expect(editing().draft).toBe(plainLook);
  });

  test('may be another that was kept', () => {
    wear('1', { ...plainLook, sound: true });
    expect(changes()).toBe(1);
  });
});

test('a value that is left out is no part of it', () => {
  const look = withValue(plainLook, ['colour', 'visitor'], '#8a5a12');
  expect(look.colour.visitor).toBe('#8a5a12');
  expect('visitor' in withValue(look, ['colour', 'visitor'], undefined).colour).toBe(false);
  expect(plainLook.colour.visitor).toBeUndefined();
});

test.each([
  [{ by: 'reading' }, { by: 'seconds', seconds: 2 }],
  [{ drawn: 'fern' }, { picture: '/p/x' }],
  [[1, 2], [1]],
  [null, { width: 1, height: 2 }],
])('%j and %j are one change', (one, other) => expect(changesBetween({ of: one }, { of: other })).toBe(1));

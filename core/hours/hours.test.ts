import { describe, expect, test } from 'vitest';
import { clockTime, OpeningHours, opening } from './hours.ts';

const sales = OpeningHours.parse({
  zone: 'Europe/London',
  open: [
    { days: [1, 2, 3, 4, 5], from: '08:30', to: '17:30' },
    { days: [6], from: '09:00', to: '13:00' },
  ],
  closedOn: ['2026-12-25'],
});
const at = (iso: string): number => Date.parse(iso);

describe('opening hours', () => {
  test('open on a Tuesday morning until half past five', () => {
    expect(opening(sales, at('2026-11-24T10:12:00Z'))).toEqual({ open: true, until: at('2026-11-24T17:30:00Z') });
  });
  test('closed on Saturday afternoon until Monday', () => {
    const state = opening(sales, at('2026-11-28T13:00:00Z'));
    expect(state).toEqual({ open: false, from: at('2026-11-30T08:30:00Z') });
    expect(clockTime(sales, at('2026-11-30T08:30:00Z'), at('2026-11-28T13:00:00Z'), 'en-GB')).toBe('Mon 08:30');
  });
  test('summer time moves the doors', () => {
    expect(opening(sales, at('2026-07-01T07:29:00Z'))).toMatchObject({ open: false });
    expect(opening(sales, at('2026-07-01T07:30:00Z'))).toMatchObject({ open: true });
  });
  test('holidays are closed', () => {
    expect(opening(sales, at('2026-12-25T10:00:00Z'))).toEqual({ open: false, from: at('2026-12-26T09:00:00Z') });
  });
  test('months may differ, and midnight joins days', () => {
    const always = OpeningHours.parse({
      zone: 'UTC',
      open: [{ days: [1, 2, 3, 4, 5, 6, 7], from: '00:00', to: '24:00', months: [1] }],
    });
    expect(opening(always, at('2026-01-10T12:00:00Z'))).toMatchObject({ open: true });
    expect(opening(always, at('2026-06-10T12:00:00Z'))).toEqual({ open: false, from: null });
  });
  test('a zone that is none is refused', () => {
    expect(OpeningHours.safeParse({ zone: 'Europe/Tarrow', open: [] }).success).toBe(false);
  });
});

import { describe, expect, test } from 'vitest';
import type { OpeningHours } from './hours.ts';
import { presence } from './presence.ts';

const zone = 'Europe/London';
const hours = (from: string, to: string): OpeningHours => ({
  zone,
  open: [{ days: [1, 2, 3, 4, 5], from, to }],
  seasons: [],
  special: [],
});
const at = (clock: string) => Date.parse(`${clock}Z`);

describe('who is there', () => {
  const early = hours('08:00', '12:00');
  const late = hours('10:00', '17:30');

  test.each([
    ['one team is in, until the last closes', '2026-11-24T10:30:00', [early, late], { open: true, changes: '17:30' }],
    ['one has closed, the other not', '2026-11-24T15:00:00', [early, late], { open: true, changes: '17:30' }],
    ['nobody yet, until the first opens', '2026-11-24T07:00:00', [late, early], { open: false, changes: 'at 08:00' }],
    ['nobody until another day', '2026-11-27T18:00:00', [early, late], { open: false, changes: 'on Monday at 08:00' }],
    ['no hours: always', '2026-11-24T03:00:00', [], { open: true, changes: null }],
    [
      'hours that never come',
      '2026-11-24T03:00:00',
      [{ zone, open: [], seasons: [], special: [] }],
      { open: false, changes: null },
    ],
  ])('%s', (_, clock, all, expected) => {
    expect(presence(all, at(clock), 'en-GB')).toEqual(expected);
  });
});

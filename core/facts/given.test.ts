import { describe, expect, test } from 'vitest';
import { givenFacts, givenValues, isTeamFact, type Occasion, plainVisit, teamOf } from './given.ts';

/** A Tuesday morning. */
const now = Date.parse('2026-11-24T10:12:00Z');
const hours = (days: number[]) => ({
  zone: 'Europe/London',
  open: [{ days, from: '08:30', to: '17:30' }],
  seasons: [],
  special: [],
});
const occasion: Occasion = {
  now,
  zone: 'Europe/London',
  visit: plainVisit,
  hours: { Sales: hours([2]), Accounts: hours([7]) },
};
const value = (name: string, more: Partial<Occasion> = {}) =>
  givenValues(new Set([name]), { ...occasion, ...more }, undefined)[name];

describe('what is known of a team', () => {
  test('has its name in front, whatever that is', () => {
    const names = givenFacts(['Sales', 'The open']).map(({ name }) => name);
    expect(names).toEqual(expect.arrayContaining(['Sales open', 'Sales takes chats', 'The open open']));
    expect(teamOf('Sales takes chats')).toBe('Sales');
    expect(teamOf('The open open')).toBe('The open');
    expect(isTeamFact('open now')).toBe(false);
  });

  test('is whether it is open, and whether somebody of it takes chats', () => {
    expect([value('Sales open'), value('Accounts open'), value('Unknown open')]).toEqual([true, false, true]);
    const taking = { Sales: false, Accounts: true };
    expect([value('Sales takes chats', { taking }), value('Accounts takes chats', { taking })]).toEqual([false, true]);
  });

  test('is as the hours say where nobody knows who is there', () => {
    expect([value('Sales takes chats'), value('Accounts takes chats')]).toEqual([true, false]);
  });
});

test('by what link they came is known as the page’s address says it', () => {
  const reference = (page: string) => value('reference', { visit: { ...plainVisit, page } });
  expect(reference('/heat-pumps?a=b&kineta=letter-26')).toBe('letter-26');
  expect(reference('/heat-pumps?kineta=sp%C3%A4t+im')).toBe('spät im');
  for (const page of ['/heat-pumps', '/?mykineta=x', '/kineta=x', '']) expect(reference(page)).toBe('');
});

import type { ConversationSummary } from '@kineta/contract';
import { afterEach, beforeEach, expect, test, vi } from 'vitest';
import { Alerts } from './alerts.ts';

beforeEach(() => void vi.useFakeTimers());
afterEach(() => void vi.useRealTimers());

const ring = vi.fn();
beforeEach(() => void ring.mockReset());

/** A conversation that waits, and for whom of the team it is meant now. */
const waits = (id: string, offered?: string, more: Partial<ConversationSummary> = {}): ConversationSummary => ({
  id,
  visitor: 'Ada',
  holder: 'waiting',
  agent: null,
  team: 'Sales',
  flow: null,
  preview: '',
  outcome: null,
  page: '/',
  startedAt: '2026-11-24T10:00:00.000Z',
  lastAt: '2026-11-24T10:00:00.000Z',
  waitingSince: '2026-11-24T10:00:00.000Z',
  later: null,
  offered: offered === undefined ? null : { member: { id: offered, name: offered }, until: '2026-11-24T10:00:30.000Z' },
  last: 3,
  unread: 0,
  tags: [],
  urgent: false,
  test: false,
  ...more,
});

test('who is offered to oneself rings once, and once more when they are offered again', () => {
  const alerts = new Alerts('me', ring);
  alerts.begin([]);
  alerts.hear(waits('1'));
  alerts.hear(waits('1', 'me'));
  alerts.hear(waits('1', 'me', { last: 4 }));
  vi.runAllTimers();
  expect(ring).toHaveBeenCalledOnce();
  alerts.hear(waits('1', 'other'));
  expect(ring).toHaveBeenCalledOnce();
  alerts.hear(waits('1', 'me'));
  expect(ring).toHaveBeenCalledTimes(2);
});

test('who is offered to a colleague rings there, and who was there before rings no more', () => {
  const alerts = new Alerts('me', ring);
  alerts.begin([waits('1'), waits('2', 'me')]);
  alerts.hear(waits('1', undefined, { last: 9 }));
  alerts.hear(waits('2', 'me', { last: 9 }));
  alerts.hear(waits('3'));
  alerts.hear(waits('3', 'other'));
  alerts.hear(waits('3', 'another'));
  alerts.hear(waits('3', undefined, { holder: 'agent' }));
  vi.runAllTimers();
  expect(ring).not.toHaveBeenCalled();
});

test('who was offered to a colleague and is offered to nobody any more rings everywhere', () => {
  const alerts = new Alerts('me', ring);
  alerts.begin([waits('1', 'other')]);
  alerts.hear(waits('2'));
  alerts.hear(waits('2', 'other'));
  alerts.hear(waits('1'));
  alerts.hear(waits('2'));
  alerts.hear(waits('2', undefined, { last: 9 }));
  vi.runAllTimers();
  expect(ring).toHaveBeenCalledTimes(2);
});

test('who is new and is offered to nobody rings after a moment, but not when somebody took them meanwhile', () => {
  const alerts = new Alerts('me', ring);
  alerts.hear(waits('1'));
  alerts.hear(waits('2'));
  alerts.hear(waits('2', undefined, { holder: 'agent' }));
  expect(ring).not.toHaveBeenCalled();
  vi.runAllTimers();
  expect(ring).toHaveBeenCalledOnce();
  alerts.hear(waits('5'));
  alerts.close();
  vi.runAllTimers();
  expect(ring).toHaveBeenCalledOnce();
});

test('what was put off rings when its time has come, and not when it was fetched back before', () => {
  const alerts = new Alerts('me', ring);
  const mine = (id: string, later: string | null) =>
    waits(id, undefined, { holder: 'agent', agent: { id: 'me', name: 'Me' }, waitingSince: null, later });
  const until = new Date(Date.now() + 60_000).toISOString();
  for (const id of ['1', '2']) alerts.hear(mine(id, until));
  alerts.hear(mine('2', null));
  expect(ring).not.toHaveBeenCalled();
  vi.advanceTimersByTime(60_000);
  alerts.hear(mine('1', null));
  alerts.hear(mine('1', null));
  expect(ring).toHaveBeenCalledOnce();
});

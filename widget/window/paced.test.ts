import type { ChatState, Entry } from '@kineta/contract';
import { afterEach, beforeEach, describe, expect, test, vi } from 'vitest';
import type { Feed } from './feed.ts';
import { Paced, pauseAfter } from './paced.ts';

const line = (text: string) => [[{ text }]];
const said = (number: number, text = 'Hello, I am here.'): Entry => ({
  kind: 'said',
  number,
  at: '2026-11-24T10:00:00.000Z',
  speaker: 'Robin',
  line: line(text),
});
const replied = (number: number): Entry => ({
  kind: 'replied',
  number,
  at: '2026-11-24T10:00:00.000Z',
  text: 'Semi-detached',
  clientId: `c${number}`,
});
const answered = (number: number): Entry => ({
  kind: 'answered',
  number,
  at: '2026-11-24T10:00:00.000Z',
  text: 'Hello!',
  clientId: `a${number}`,
  member: { id: '2', name: 'Priya Marlow' },
});

/** A feed that a test says what comes through. */
class Given implements Feed {
  state: ChatState = { entries: [] as Entry[], busy: false } as ChatState;
  private readonly listeners = new Set<() => void>();
  sent: string[] = [];
  subscribe(listener: () => void) {
    this.listeners.add(listener);
    return () => this.listeners.delete(listener);
  }
  come(...entries: Entry[]) {
    this.state = { ...this.state, entries: [...this.state.entries, ...entries] };
    for (const listener of this.listeners) listener();
  }
  send(text: string) {
    this.sent.push(text);
    return undefined;
  }
  upload = () => Promise.reject(new Error('No files here.'));
  takeBack() {}
  types() {}
}

const shown = (paced: Paced): number[] => paced.state.entries.map(({ number }) => number);
const seconds = { by: 'seconds', seconds: 1 } as const;

beforeEach(() => void vi.useFakeTimers());
afterEach(() => void vi.useRealTimers());

describe('lines that take their time', () => {
  test('come one after the other, the first at once, and more is said to come', () => {
    const given = new Given();
    const paced = new Paced(given, seconds);
    given.come(said(1), said(2), said(3));
    expect(shown(paced)).toEqual([1]);
    expect(paced.state.busy).toBe(true);
    vi.advanceTimersByTime(999);
    expect(shown(paced)).toEqual([1]);
    vi.advanceTimersByTime(1);
    expect(shown(paced)).toEqual([1, 2]);
    vi.advanceTimersByTime(1_000);
    expect(shown(paced)).toEqual([1, 2, 3]);
    expect(paced.state.busy).toBe(false);
  });

  test('of before are shown as they are to who has answered before', () => {
    const given = new Given();
    given.come(said(1), replied(2), said(3), said(4));
    expect(shown(new Paced(given, seconds))).toEqual([1, 2, 3, 4]);
    const later = new Given();
    const paced = new Paced(later, seconds);
    later.come(said(1), replied(2), said(3), said(4));
    expect(shown(paced)).toEqual([1, 2, 3, 4]);
  });

  test('are all there once the visitor goes on, and what people write is never held back', () => {
    const given = new Given();
    const paced = new Paced(given, seconds);
    given.come(said(1), said(2), said(3));
    paced.send('Semi-detached');
    expect(shown(paced)).toEqual([1, 2, 3]);
    expect(given.sent).toEqual(['Semi-detached']);
    given.come(replied(4), said(5), said(6));
    expect(shown(paced)).toEqual([1, 2, 3, 4, 5]);
    given.come(answered(7));
    expect(shown(paced)).toEqual([1, 2, 3, 4, 5, 6, 7]);
  });

  test('are all there when nobody looks, so that what is new can be counted', () => {
    const given = new Given();
    const paced = new Paced(given, seconds);
    given.come(said(1), said(2));
    paced.hurry();
    expect(shown(paced)).toEqual([1, 2]);
  });

  test('tell who listens, and nothing once nobody shows them', () => {
    const given = new Given();
    const paced = new Paced(given, seconds);
    const heard = vi.fn();
    paced.subscribe(heard);
    given.come(said(1), said(2));
    vi.advanceTimersByTime(1_000);
    expect(heard).toHaveBeenCalledTimes(2);
    given.come(said(3), said(4));
    paced.close();
    heard.mockClear();
    vi.advanceTimersByTime(10_000);
    expect(heard).not.toHaveBeenCalled();
  });

  test('may begin anew with fewer', () => {
    const given = new Given();
    const paced = new Paced(given, seconds);
    given.come(said(1), replied(2), said(3));
    given.state = { ...given.state, entries: [] };
    given.come(said(1));
    expect(shown(paced)).toEqual([1]);
  });
});

test('the same state is the same object, so that nothing is drawn for nothing', () => {
  const given = new Given();
  const paced = new Paced(given, seconds);
  given.come(said(1), said(2));
  expect(paced.state).toBe(paced.state);
});

test('a pause is as long as the line before takes to read, within bounds, or as long as was chosen', () => {
  expect(pauseAfter({ by: 'at once' }, said(1))).toBe(0);
  expect(pauseAfter({ by: 'seconds', seconds: 1.5 }, said(1))).toBe(1_500);
  expect(pauseAfter({ by: 'reading' }, said(1, 'Hello!'))).toBe(350);
  expect(pauseAfter({ by: 'reading' }, said(1, 'x'.repeat(40)))).toBe(1_680);
  expect(pauseAfter({ by: 'reading' }, said(1, 'x'.repeat(400)))).toBe(2_400);
});

import type { ConversationDetail, ConversationSummary, Entry, Problem, Route } from '@kineta/contract';
import { afterEach, beforeEach, describe, expect, test, vi } from 'vitest';
import { CallError } from '../shell/api.ts';
import { type ConversationState, OpenConversation } from './open-conversation.ts';

vi.mock('../shell/live.ts', () => ({ lostReach: () => {} }));

const at = '2026-11-24T10:12:00.000Z';
const said = (number: number, text: string): Entry => ({
  number,
  at,
  kind: 'replied',
  text,
  clientId: `client-${number}`,
});
const summary = (last: number): ConversationSummary =>
  ({ id: '7', visitor: 'Maud', holder: 'waiting', last }) as ConversationSummary;

/** The log as the server has it. */
let log: Entry[];
let asked: Array<{ path: string; after?: number; text?: string; clientId?: string }>;
/** What goes wrong next, in turn. */
let failures: CallError[];
let hearers: Map<string, (news: never) => void>;
let reached: () => void;
let seen: Array<string | undefined>;
/** How long what is sent can be taken back. */
let holds: number;
let open: OpenConversation;
const now = (): ConversationState => open.state.getState();
const tell = (news: string, what: object) => hearers.get(news)?.(what as never);

const problem = (code: Problem['code'], detail: string) =>
  new CallError({ type: `urn:kineta:problem:${code}`, title: '', status: 503, detail, code });

async function call({ method, path }: Route, given: { query?: { after?: number }; body?: object }): Promise<unknown> {
  asked.push({ path: `${method} ${path}`, ...given.query, ...given.body });
  const failure = failures.shift();
  if (failure) throw failure;
  if (method === 'GET')
    return {
      conversation: summary(log.length),
      here: true,
      entries: log.filter(({ number }) => number > (given.query?.after ?? 0)),
    } as ConversationDetail;
  if (path.endsWith('replies')) {
    const { text, clientId } = given.body as { text: string; clientId: string };
    log.push({ number: log.length + 1, at, kind: 'answered', member: { id: '1', name: 'Priya' }, text, clientId });
  }
  return summary(log.length);
}

beforeEach(async () => {
  vi.useFakeTimers();
  log = [said(1, 'Hello'), said(2, 'Anybody there?')];
  asked = [];
  failures = [];
  holds = 0;
  seen = [];
  hearers = new Map();
  open = new OpenConversation({
    call: call as never,
    hear(news, listener) {
      hearers.set(news, listener as (news: never) => void);
      return () => hearers.delete(news);
    },
    emit: (name, ...given) => {
      const answer = given[1] as ((answer: object) => void) | undefined;
      if (name === 'watch')
        void Promise.resolve().then(() => answer?.({ ok: true, here: true, readers: [], number: log.length }));
    },
    onReached(listener) {
      reached = listener;
      return () => {};
    },
    isSeen: () => true,
    holdsFor: () => holds,
    reads: id => seen.push(id),
  });
  now().open('7');
  await vi.advanceTimersByTimeAsync(0);
});
afterEach(() => vi.useRealTimers());
const texts = () => now().entries.map(entry => ('text' in entry ? entry.text : entry.kind));

describe('an open conversation', () => {
  test('shows its log, and has read it', () => {
    expect(texts()).toEqual(['Hello', 'Anybody there?']);
    expect(seen).toEqual(['7']);
  });

  test('grows by what it hears, once, and asks for what it missed', async () => {
    log.push(said(3, 'Hm'), said(4, 'Well'), said(5, 'Then'));
    tell('entries', { conversation: '7', from: 3, to: 3, entries: [log[2]] });
    tell('entries', { conversation: '7', from: 3, to: 3, entries: [log[2]] });
    tell('entries', { conversation: '8', from: 3, to: 3, entries: [said(3, 'Elsewhere')] });
    expect(texts().slice(2)).toEqual(['Hm']);
    tell('entries', { conversation: '7', from: 5, to: 5, entries: [log[4]] });
    await vi.advanceTimersByTimeAsync(0);
    expect(texts().slice(2)).toEqual(['Hm', 'Well', 'Then']);
    expect(asked.filter(({ path }) => path.startsWith('GET')).at(-1)).toMatchObject({ after: 3 });
  });

  test('has what was said while its log was being read', async () => {
    now().open('7')();
    now().open('7');
    // The log is read; what comes before that has arrived is heard.
    log.push(said(3, 'A loft.'));
    tell('entries', { conversation: '7', from: 3, to: 3, entries: [log[2]] });
    await vi.advanceTimersByTimeAsync(0);
    expect(texts().at(-1)).toBe('A loft.');
  });

  test('has what was said after its log was read and before it was heard of', async () => {
    now().open('7');
    log.push(said(3, 'A loft.'));
    await vi.advanceTimersByTimeAsync(0);
    expect(texts().at(-1)).toBe('A loft.');
  });

  test('catches up when Kineta is reached again, though the first try fails', async () => {
    log.push(said(3, 'While you were away'));
    failures = [problem('unavailable', 'Not now.')];
    reached();
    await vi.advanceTimersByTimeAsync(2_000);
    expect(texts().at(-1)).toBe('While you were away');
  });

  test('sends what is written in order, again under the same identity while Kineta is away', async () => {
    failures = [problem('unavailable', 'Not now.')];
    now().write('7', 'Hello Maud');
    now().send('7', 'reply', ' Hello Maud ');
    now().send('7', 'reply', 'How can I help?');
    expect(now().texts['7']).toBe('');
    await vi.advanceTimersByTimeAsync(0);
    expect(now().outgoing.map(({ text }) => text)).toEqual(['Hello Maud', 'How can I help?']);
    await vi.advanceTimersByTimeAsync(2_000);
    expect(now().outgoing).toEqual([]);
    expect(texts().slice(2)).toEqual(['Hello Maud', 'How can I help?']);
    const sent = asked.filter(({ path }) => path.endsWith('replies'));
    expect(sent.map(({ text }) => text)).toEqual(['Hello Maud', 'Hello Maud', 'How can I help?']);
    expect(sent[0]!.clientId).toBe(sent[1]!.clientId);
  });

  test('a message that is refused stands with its reason, holds up no other, and can be taken back', async () => {
    failures = [problem('not_allowed', 'Tom has this conversation.')];
    const enclosed = { pictures: [{ src: '/p/x', alt: 'A roof' }], files: [], products: [], signpost: undefined };
    now().attach('7', enclosed);
    now().send('7', 'reply', 'Hello Maud');
    now().send('7', 'reply', 'Still there?');
    await vi.advanceTimersByTimeAsync(0);
    const [refused] = now().outgoing;
    expect(refused).toMatchObject({ text: 'Hello Maud', refused: 'Tom has this conversation.' });
    expect(texts().at(-1)).toBe('Still there?');
    now().takeBack(refused!);
    expect(now().outgoing).toEqual([]);
    expect(now().texts['7']).toBe('Hello Maud');
    expect(now().attached['7']).toEqual(enclosed);
  });

  test('what is sent can be taken back for a while, with what goes with it, and goes out by itself', async () => {
    holds = 5_000;
    const enclosed = { pictures: [], files: [], products: [], signpost: { page: '/heat-pumps' } };
    now().attach('7', enclosed);
    now().send('7', 'reply', 'It costs 4,000');
    await vi.advanceTimersByTimeAsync(4_000);
    expect(texts().slice(2)).toEqual([]);
    now().write('7', 'pounds');
    now().takeBack(now().outgoing[0]!);
    expect(now().texts['7']).toBe('It costs 4,000\npounds');
    expect(now().attached['7']).toEqual(enclosed);
    await vi.advanceTimersByTimeAsync(9_000);
    expect(texts().slice(2)).toEqual([]);

    now().send('7', 'reply', 'It costs 4,000 pounds');
    await vi.advanceTimersByTimeAsync(5_000);
    expect(texts().at(-1)).toBe('It costs 4,000 pounds');
    expect(asked.findLast(({ path }) => path.endsWith('replies'))).toMatchObject({ signpost: { page: '/heat-pumps' } });
  });

  test('what waits goes out at once when it is hurried, in the order in which it was written', async () => {
    holds = 5_000;
    now().send('7', 'reply', 'One');
    now().send('7', 'note', 'A note');
    now().send('8', 'reply', 'Elsewhere');
    await vi.advanceTimersByTimeAsync(1_000);
    expect(asked.some(({ path }) => path.endsWith('replies') || path.endsWith('notes'))).toBe(false);
    now().hurry('7');
    await vi.advanceTimersByTimeAsync(0);
    expect(asked.filter(({ path }) => path.startsWith('POST')).map(({ text }) => text)).toEqual(
      expect.arrayContaining(['One', 'A note']),
    );
    expect(now().outgoing.map(({ text }) => text)).toEqual(['Elsewhere']);
    // What has gone out is not fetched back.
    const [other] = now().outgoing;
    await vi.advanceTimersByTimeAsync(5_000);
    now().takeBack(other!);
    expect(now().texts['8']).toBe('');
  });

  test('says why an act was refused, and forgets it with the next', async () => {
    await now().act(() => Promise.reject(problem('not_allowed', 'Tom has this conversation.')));
    expect(now().mistake).toBe('Tom has this conversation.');
    await now().act(() => Promise.resolve(summary(2)));
    expect(now().mistake).toBe('');
  });
});

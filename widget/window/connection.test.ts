import type { Entry, EntryBatch, Holder } from '@kineta/contract';
import { afterEach, beforeEach, describe, expect, test, vi } from 'vitest';
import { Connection } from './connection.ts';

/** What a test hears of one call, and answers when it likes. */
interface Call {
  name: string;
  body: unknown;
  answer: (answered: object) => void;
  late: () => void;
}

/** A socket without a network: the test is its server. */
class FakeSocket {
  connected = false;
  calls: Call[] = [];
  private readonly listeners = new Map<string, Array<(body?: unknown) => void>>();
  on(name: string, listener: (body?: unknown) => void): this {
    this.listeners.set(name, [...(this.listeners.get(name) ?? []), listener]);
    return this;
  }
  tell(name: string, body?: unknown): void {
    if (name === 'connect') this.connected = true;
    if (name === 'disconnect') this.connected = false;
    for (const listener of this.listeners.get(name) ?? []) listener(body);
  }
  emit(name: string, body?: unknown): this {
    this.calls.push({ name, body, answer: () => {}, late: () => {} });
    return this;
  }
  connect(): this {
    if (!this.connected) this.tell('connect');
    return this;
  }
  disconnect(): this {
    this.tell('disconnect');
    return this;
  }
  timeout() {
    return {
      emit: (name: string, body: unknown, reply: (late: Error | null, answered?: object) => void) => {
        this.calls.push({
          name,
          body,
          answer: answered => reply(null, answered),
          late: () => reply(new Error('late')),
        });
      },
    };
  }
  /** The newest call of a name. */
  last(name: string): Call {
    const call = this.calls.findLast(known => known.name === name);
    if (!call) throw new Error(`Nothing called ${name}.`);
    return call;
  }
  count(name: string): number {
    return this.calls.filter(call => call.name === name).length;
  }
}

let socket: FakeSocket;
vi.mock('socket.io-client', () => ({
  io: () => {
    socket = new FakeSocket();
    return socket;
  },
}));

const at = '2026-11-24T10:12:00.000Z';
const replied = (number: number, clientId: string, text = 'Flat'): Entry => ({
  number,
  at,
  kind: 'replied',
  text,
  clientId,
});
const answered = (number: number, text: string): Entry => ({
  number,
  at,
  kind: 'answered',
  member: { id: '1', name: 'Priya' },
  text,
  clientId: `a-${number}-xxxx`,
});
const batch = (from: number, to: number, entries: Entry[] = []): EntryBatch & { holder: Holder } => ({
  conversation: '7',
  from,
  to,
  entries,
  holder: 'flow',
});
const welcome = (to = 0, entries: Entry[] = []) => ({
  ok: true,
  visitor: { id: '3', secret: 's'.repeat(43) },
  conversation: '7',
  holder: 'flow',
  speaker: 'Robin',
  business: 'Brackenrow',
  open: true,
  changes: null,
  batch: { conversation: '7', from: 1, to, entries },
});

function opened(to = 0, entries: Entry[] = []): Connection {
  const connection = new Connection({ boarding: 'pass' }, { page: '/' });
  socket.tell('connect');
  socket.last('hello').answer(welcome(to, entries));
  return connection;
}
const texts = (connection: Connection): string[] =>
  connection.state.entries.flatMap(entry => ('text' in entry && entry.text ? [entry.text] : []));

beforeEach(() => {
  vi.useFakeTimers();
  localStorage.clear();
});
afterEach(() => vi.useRealTimers());

describe('the visitor’s end', () => {
  test('sends one message after the other, each until it is there', () => {
    const connection = opened();
    connection.send('One');
    connection.send('Two');
    expect(socket.count('reply')).toBe(1);
    const { clientId } = socket.last('reply').body as { clientId: string };
    socket.tell('entries', batch(1, 1, [replied(1, clientId, 'One')]));
    socket.last('reply').answer({ ok: true, number: 1 });
    expect(socket.count('reply')).toBe(2);
    expect(socket.last('reply').body).toMatchObject({ text: 'Two' });
    expect(connection.state.pending.map(message => message.text)).toEqual(['Two']);
  });

  test('sends again under the same identity when no answer came, and shows it once', async () => {
    const connection = opened();
    connection.send('Hello?');
    const first = socket.last('reply').body;
    socket.last('reply').late();
    expect(connection.state.phase).toBe('reconnecting');
    await vi.advanceTimersByTimeAsync(1_300);
    socket.last('hello').answer(welcome());
    expect(socket.last('reply').body).toEqual(first);
    const { clientId } = first as { clientId: string };
    socket.tell('entries', batch(1, 1, [replied(1, clientId, 'Hello?')]));
    socket.last('reply').answer({ ok: true, number: 1 });
    expect(texts(connection)).toEqual(['Hello?']);
    expect(connection.state.pending).toEqual([]);
  });

  test('keeps what was not sent through a reload of the page', () => {
    opened().send('In the tunnel');
    const again = new Connection({ boarding: 'pass' }, { page: '/' });
    expect(again.state.pending.map(message => message.text)).toEqual(['In the tunnel']);
    socket.tell('connect');
    socket.last('hello').answer(welcome());
    expect(socket.last('reply').body).toMatchObject({ text: 'In the tunnel' });
  });

  test('asks for what was missed, and shows nothing twice or out of order', () => {
    const connection = opened(2, [answered(1, 'one'), answered(2, 'two')]);
    socket.tell('entries', batch(5, 5, [answered(5, 'five')]));
    expect(texts(connection)).toEqual(['one', 'two']);
    expect(socket.last('missed').body).toEqual({ after: 2 });
    socket.last('missed').answer({ ok: true, ...batch(3, 5, [answered(4, 'four'), answered(5, 'five')]) });
    socket.tell('entries', batch(4, 5, [answered(4, 'four'), answered(5, 'five')]));
    expect(texts(connection)).toEqual(['one', 'two', 'four', 'five']);
  });

  test('says after a break what it has, and takes the rest', () => {
    const connection = opened(2, [answered(2, 'two')]);
    socket.tell('disconnect');
    expect(connection.state.phase).toBe('reconnecting');
    socket.tell('connect');
    expect(socket.last('hello').body).toEqual({ page: '/', conversation: '7', after: 2 });
    const { visitor: _, ...back } = welcome();
    socket.last('hello').answer({ ...back, batch: batch(3, 3, [answered(3, 'three')]) });
    expect(connection.state.phase).toBe('open');
    expect(texts(connection)).toEqual(['two', 'three']);
  });

  test('asks again for what was missed when no answer comes, but not for ever', async () => {
    opened();
    socket.tell('entries', batch(3, 3, [answered(3, 'Three')]));
    for (let asked = 1; asked <= 5; asked++) {
      expect(socket.count('missed')).toBe(asked);
      socket.last('missed').late();
      await vi.advanceTimersByTimeAsync(60_000);
    }
    expect(socket.count('missed')).toBe(5);
  });

  test('told that news may not have come through, it says what it has and takes the rest', async () => {
    const connection = opened(1, [answered(1, 'One')]);
    socket.tell('behind');
    await vi.advanceTimersByTimeAsync(3_000);
    expect(socket.last('hello').body).toMatchObject({ conversation: '7', after: 1 });
    socket.last('hello').answer({ ...welcome(2, [answered(2, 'Two')]), visitor: undefined });
    expect(texts(connection)).toEqual(['One', 'Two']);
  });

  test('asked to go elsewhere, it does so at some moment soon, and sends what it has in hand from there', async () => {
    const connection = opened();
    connection.send('One');
    socket.tell('moving', { within: 2_000 });
    expect(socket.count('hello')).toBe(1);
    await vi.advanceTimersByTimeAsync(2_000);
    expect(socket.count('hello')).toBe(2);
    socket.last('hello').answer({ ...welcome(), visitor: undefined });
    expect(socket.count('reply')).toBe(2);
    socket.last('reply').answer({ ok: true, number: 1 });
    expect(connection.state.pending).toEqual([]);
  });

  test('what comes late of another way says nothing of who has the conversation now', () => {
    const connection = opened(4);
    socket.tell('entries', { ...batch(5, 6, [answered(6, 'Six')]), holder: 'agent' });
    socket.tell('entries', batch(5, 5));
    expect(connection.state.holder).toBe('agent');
  });

  test('a message that is refused for good waits to be changed, and the next goes on', () => {
    const connection = opened();
    connection.send('Bad');
    connection.send('Good');
    socket.last('reply').answer({ ok: false, problem: { code: 'invalid_request', detail: 'That cannot be.' } });
    expect(connection.state.pending[0]).toMatchObject({ text: 'Bad', refused: 'That cannot be.' });
    expect(socket.last('reply').body).toMatchObject({ text: 'Good' });
    connection.takeBack(connection.state.pending[0]!.clientId);
    expect(connection.state.pending.map(message => message.text)).toEqual(['Good']);
  });

  test('one that came too fast is sent a moment later', async () => {
    const connection = opened();
    connection.send('Quick');
    socket.last('reply').answer({ ok: false, problem: { code: 'slow_down', detail: 'Slowly.' } });
    expect(connection.state.phase).toBe('open');
    await vi.advanceTimersByTimeAsync(1_300);
    expect(socket.count('reply')).toBe(2);
  });

  test('what is too long is not sent, and said so', () => {
    const connection = opened();
    expect(connection.send('x'.repeat(4_001))).toContain('1 characters too long');
    expect(connection.state.pending).toEqual([]);
  });

  test('a site that may not carry the chat is told why; a server that is away is waited for', async () => {
    const refused = new Connection({ boarding: 'pass' }, { page: '/' });
    socket.tell(
      'connect_error',
      Object.assign(new Error(), { data: { code: 'domain_not_allowed', detail: 'Not here.' } }),
    );
    expect(refused.state).toMatchObject({ phase: 'refused', refusal: 'Not here.' });
    const away = new Connection({ boarding: 'pass' }, { page: '/' });
    const connect = vi.spyOn(socket, 'connect');
    socket.tell('connect_error', Object.assign(new Error(), { data: { code: 'unavailable', detail: 'Away.' } }));
    expect(away.state.phase).toBe('reconnecting');
    await vi.advanceTimersByTimeAsync(2_000);
    expect(connect).toHaveBeenCalled();
  });

  describe('out of sight', () => {
    const nothing = { ok: false, problem: { code: 'not_found', detail: 'No conversation goes on.' } };
    const away = (): Connection => {
      const begun = new Connection({ boarding: 'pass' }, { page: '/' }, () => {}, true);
      socket.tell('connect');
      return begun;
    };
    const goesOn = (): unknown => (socket.last('hello').body as { goesOn?: true }).goesOn;

    test('it goes on with what goes on, and else leaves the server in peace until it comes into sight', () => {
      const asleep = away();
      expect(goesOn()).toBe(true);
      socket.last('hello').answer(nothing);
      expect(socket.connected).toBe(false);
      expect(asleep.state.phase).toBe('connecting');
      asleep.wakes();
      expect(socket.connected).toBe(true);
      expect(goesOn()).toBeUndefined();
      asleep.wakes();
      expect(socket.count('hello')).toBe(2);
    });

    test('coming into sight before it was answered, it begins all the same', () => {
      const asleep = away();
      asleep.wakes();
      socket.last('hello').answer(nothing);
      expect(goesOn()).toBeUndefined();
      expect(asleep.state.phase).not.toBe('refused');
    });
  });

  test('who writes is shown, and forgotten when they stop', async () => {
    const connection = opened();
    socket.tell('typing', { name: 'Priya' });
    expect(connection.state.typing).toBe('Priya');
    await vi.advanceTimersByTimeAsync(4_100);
    expect(connection.state.typing).toBe('');
  });

  test('its own writing is told at most every two seconds', async () => {
    const connection = opened();
    connection.types();
    connection.types();
    expect(socket.count('typing')).toBe(1);
    await vi.advanceTimersByTimeAsync(2_100);
    connection.types();
    expect(socket.count('typing')).toBe(2);
  });
});

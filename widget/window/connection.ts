import type {
  Answered,
  ChatState,
  EntryBatch,
  Hello,
  Pending,
  Picked,
  Problem,
  VisitorCalls,
  VisitorNews,
  VisitorPass,
  Welcome,
} from '@kineta/contract';
import { io, type Socket } from 'socket.io-client';
import { messages } from '../messages/messages.ts';
import { entryViewOf } from './entries/registry.ts';
import { type Feed, type Requests, unsendable } from './feed.ts';
import { forget, keep, kept, VISITOR } from './storage.ts';

const OUTBOX = 'kineta.outbox';
const ANSWER_WITHIN = 6_000;
/** How often the server may fail at a message before the visitor is asked what to do with it. */
const MOST_FAILURES = 4;
const LONGEST_WAIT = 30_000;
/** How long a mail server may take, and the erasing of a long history. */
const LETTER_WITHIN = 20_000;

/** Within how many milliseconds what was missed is asked for: not by everybody at the same moment. */
const CATCHES_UP_WITHIN = 3_000;
/** How often in a row what was missed is asked for in vain. */
const MOST_ASKED = 5;

interface Passes {
  boarding: string;
  trial?: string | undefined;
  /** By what the page says who is signed in. */
  who?: string | undefined;
}

/** What passes by itself, so that asking again makes sense. */
const passes = (problem: Problem | undefined): boolean =>
  problem !== undefined && ['unavailable', 'server_error', 'slow_down'].includes(problem.code);

/** Longer with every failure, and not everybody at the same moment; or as long as the server says. */
function waitAfter(failures: number, problem?: Problem): number {
  if (problem?.retryAfter !== undefined) return Math.min(LONGEST_WAIT, problem.retryAfter * 1_000);
  return Math.min(LONGEST_WAIT, 1_000 * 2 ** (failures - 1)) * (0.75 + Math.random() / 2);
}

/**
 * The visitor’s end of the conversation. What is sent is kept until the server has it, and sent again after every break
 * under the same identity; what was missed is asked for by the last number seen: nothing lost, nothing twice, in order.
 */
export class Connection implements Feed {
  state: ChatState;
  private readonly socket: Socket<VisitorNews, VisitorCalls>;
  private readonly passes: Passes;
  private visit: Omit<Hello, 'conversation' | 'after'>;
  private readonly listeners = new Set<() => void>();
  /** What this page sent: only the page in which the visitor answers is taken elsewhere, not every tab. */
  private readonly sentHere = new Set<string>();
  private readonly goTo: (page: string) => void;
  /** By its number, once it goes on. */
  conversation: string | undefined;
  private last = 0;
  private sending = false;
  /** Whether somebody of the team has said something. */
  private person = false;
  private leaving = false;
  private retry: ReturnType<typeof setTimeout> | undefined;
  private silence: ReturnType<typeof setTimeout> | undefined;
  private typedAt = 0;
  /** While it is out of sight, no conversation is begun. */
  private sleeps: boolean;
  /** How often in a row it failed: to be welcomed, and to have the oldest message taken. */
  private unwelcome = 0;
  private failures = 0;

  /**
   * @param passes what lets the chat in, and lets a lead try it
   * @param visit how the visit came about, as far as the browser knows
   * @param goTo takes the page around the chat to another
   * @param sleeps the chat is out of sight: only what goes on is gone on with
   */
  constructor(
    passes: Passes,
    visit: Omit<Hello, 'conversation' | 'after'>,
    goTo: (page: string) => void = () => {},
    sleeps = false,
  ) {
    this.sleeps = sleeps;
    this.passes = passes;
    this.visit = visit;
    this.goTo = goTo;
    this.state = {
      phase: 'connecting',
      refusal: '',
      holder: 'flow',
      flow: null,
      speaker: '',
      business: '',
      open: false,
      changes: null,
      entries: [],
      pending: kept<Pending[]>(OUTBOX) ?? [],
      typing: '',
      busy: false,
    };
    this.socket = io('/visitor', {
      transports: ['websocket'],
      reconnectionDelay: 400,
      reconnectionDelayMax: 4_000,
      auth: answer => answer({ ...passes, visitor: kept<VisitorPass>(VISITOR) }),
    });
    this.socket.on('connect', () => this.greet());
    this.socket.on('disconnect', () => {
      if (this.state.phase !== 'erased' && !this.sleeps) this.change({ phase: 'reconnecting' });
    });
    this.socket.on('connect_error', error => this.notConnected(error as Error & { data?: Problem }));
    this.socket.on('entries', batch => {
      // What comes by another way may come late, and says how it was then.
      if (batch.to >= this.last) this.change({ holder: batch.holder, busy: batch.busy });
      this.receive(batch);
    });
    this.socket.on('behind', () => {
      setTimeout(() => this.socket.connected && this.greet(), Math.random() * CATCHES_UP_WITHIN);
    });
    this.socket.on('moving', ({ within }) => {
      // Who takes everything away with them does not come again.
      if (!this.leaving) setTimeout(() => this.socket.disconnect().connect(), Math.random() * within);
    });
    this.socket.on('typing', ({ name }) => this.someoneTypes(name));
    this.socket.on('now', is => this.change(is));
  }

  subscribe(listener: () => void): () => void {
    this.listeners.add(listener);
    return () => this.listeners.delete(listener);
  }

  send(text: string, picked: Picked = {}): string | undefined {
    const refusal = unsendable(text);
    if (refusal !== undefined) return refusal;
    const clientId = crypto.randomUUID();
    this.typedAt = 0;
    this.sentHere.add(clientId);
    this.setPending([...this.state.pending, { clientId, text, ...picked }]);
    this.flush();
    return undefined;
  }

  async upload(file: File): Promise<{ id: string; name: string }> {
    const { uploaded } = await import('./upload.ts');
    return uploaded(file, this.passes.boarding);
  }

  /** It has come into sight: a conversation begins, if none goes on. */
  wakes(): void {
    if (!this.sleeps) return;
    this.sleeps = false;
    this.socket.connect();
  }

  sees(to: number, seen = true): void {
    if (this.person) this.socket.emit('has', { to, seen });
  }

  /** The page around the chat is another now, for whatever begins from here on. */
  visits(page: string): void {
    this.visit = { ...this.visit, page };
  }

  async erase(): Promise<void> {
    this.leaving = true;
    try {
      await this.ask('erase', {});
    } finally {
      this.leaving = false;
    }
    for (const name of [VISITOR, OUTBOX]) forget(name);
    this.change({ phase: 'erased', entries: [], pending: [] });
    this.socket.disconnect();
  }

  /** Asks the server for something that takes its time; what goes wrong is thrown as its sentence. */
  ask<Name extends keyof Requests>(name: Name, request: Requests[Name]['given']): Promise<Requests[Name]['back']> {
    return new Promise((resolve, reject) => {
      const answer = (late: Error | null, answered: Answered<Requests[Name]['back']>): void => {
        if (late) reject(new Error(messages.notReached));
        else if (answered.ok) resolve(answered);
        else reject(new Error(answered.problem.detail));
      };
      (this.socket as unknown as Socket).timeout(LETTER_WITHIN).emit(name, request, answer);
    });
  }

  takeBack(clientId: string): void {
    this.setPending(this.state.pending.filter(message => message.clientId !== clientId));
  }

  types(): void {
    const now = Date.now();
    if (now - this.typedAt < 2_000 || !this.socket.connected) return;
    this.typedAt = now;
    this.socket.emit('typing');
  }

  private change(part: Partial<ChatState>): void {
    this.state = { ...this.state, ...part };
    for (const listener of this.listeners) listener();
  }

  private setPending(pending: Pending[]): void {
    keep(OUTBOX, pending);
    this.change({ pending });
  }

  private greet(): void {
    const slept = this.sleeps;
    const hello = {
      ...this.visit,
      ...(slept ? { goesOn: true as const } : {}),
      ...(this.conversation ? { conversation: this.conversation, after: this.last } : {}),
    };
    this.socket.timeout(ANSWER_WITHIN).emit('hello', hello, (late: Error | null, welcome: Answered<Welcome>) => {
      if (late || !welcome.ok) {
        const problem = welcome?.ok === false ? welcome.problem : undefined;
        if (problem && !passes(problem)) {
          // What is out of sight needs no connection; what has come into sight meanwhile begins.
          if (this.sleeps) this.socket.disconnect();
          else if (slept) this.greet();
          else this.change({ phase: 'refused', refusal: problem.detail });
          return;
        }
        this.change({ phase: 'reconnecting' });
        clearTimeout(this.retry);
        const wait = waitAfter(++this.unwelcome, problem);
        this.retry = setTimeout(() => this.socket.connected && this.greet(), wait);
        return;
      }
      this.unwelcome = 0;
      if (welcome.visitor) keep(VISITOR, welcome.visitor);
      if (this.conversation !== welcome.conversation) {
        this.conversation = welcome.conversation;
        this.last = 0;
        this.state.entries = [];
      }
      const { holder, flow, speaker, business, open, changes, often } = welcome;
      this.change({
        phase: 'open',
        busy: false,
        holder,
        flow,
        open,
        changes,
        business,
        often,
        speaker: this.state.speaker || speaker,
      });
      this.receive(welcome.batch);
      this.sending = false;
      this.flush();
    });
  }

  private notConnected(error: Error & { data?: Problem }): void {
    const { data: problem } = error;
    if (problem && !passes(problem)) {
      this.change({ phase: 'refused', refusal: problem.detail });
      return;
    }
    this.change({ phase: 'reconnecting' });
    // The server turned the socket away for now; Socket.IO tries again by itself only when it could not be reached.
    if (problem) {
      clearTimeout(this.retry);
      this.retry = setTimeout(() => this.socket.connect(), waitAfter(++this.unwelcome, problem));
    }
  }

  private receive(batch: EntryBatch): void {
    if (batch.conversation !== this.conversation) return;
    if (batch.from > this.last + 1) {
      this.catchUp();
      return;
    }
    const fresh = batch.entries.filter(entry => entry.number > this.last);
    this.last = Math.max(this.last, batch.to);
    const arrived = new Set(fresh.flatMap(entry => ('clientId' in entry ? [entry.clientId] : [])));
    if (arrived.size > 0) this.setPending(this.state.pending.filter(message => !arrived.has(message.clientId)));
    const page = fresh.map(entry => entryViewOf(entry)?.leadsTo?.(entry)).findLast(to => to !== undefined);
    if (page !== undefined && [...arrived].some(clientId => this.sentHere.has(clientId))) this.goTo(page);
    const speaker = fresh.map(entry => entryViewOf(entry)?.speaker?.(entry)).findLast(name => name !== undefined);
    const person = fresh.some(entry => entryViewOf(entry)?.fromPerson);
    this.change({
      entries: [...this.state.entries, ...fresh],
      ...(person ? { typing: '' } : {}),
      ...(speaker === undefined ? {} : { speaker }),
    });
    if (person) {
      this.person = true;
      this.sees(this.last, false);
    }
    if (batch.more) this.catchUp();
  }

  private catchUp(asked = 1): void {
    this.socket
      .timeout(ANSWER_WITHIN)
      .emit('missed', { after: this.last }, (late: Error | null, batch: Answered<EntryBatch>) => {
        if (!late && batch.ok) this.receive(batch);
        else if (asked < MOST_ASKED && (late || passes(batch.ok ? undefined : batch.problem)))
          setTimeout(
            () => this.socket.connected && this.catchUp(asked + 1),
            waitAfter(asked, late || batch.ok ? undefined : batch.problem),
          );
      });
  }

  /** Sends the oldest message in hand; the next follows when the server has it, so that their order is kept. */
  private flush(): void {
    const next = this.state.pending.find(message => !message.refused);
    if (!next || this.sending || this.state.phase !== 'open') return;
    this.sending = true;
    const { refused: _, ...message } = next;
    const { clientId } = message;
    this.socket
      .timeout(ANSWER_WITHIN)
      .emit('reply', message, (late: Error | null, answer: Answered<{ number: number }>) => {
        this.sending = false;
        const problem = late || answer.ok ? undefined : answer.problem;
        const failed = late !== null || passes(problem);
        if (failed && problem?.code !== 'slow_down') this.failures++;
        if (failed && !(problem?.code === 'server_error' && this.failures >= MOST_FAILURES)) {
          const slow = problem?.code === 'slow_down';
          if (!slow) this.change({ phase: this.socket.connected ? 'reconnecting' : this.state.phase });
          clearTimeout(this.retry);
          this.retry = setTimeout(() => this.again(), waitAfter(Math.max(1, this.failures), problem));
          return;
        }
        this.failures = 0;
        if (!answer.ok) {
          this.setPending(
            this.state.pending.map(kept =>
              kept.clientId === clientId ? { ...kept, refused: answer.problem.detail } : kept,
            ),
          );
          this.flush();
        } else {
          this.setPending(this.state.pending.filter(kept => kept.clientId !== clientId));
          // Written before a break whose news did not reach us: ask for what came of it.
          if (!this.state.entries.some(entry => 'clientId' in entry && entry.clientId === clientId)) this.catchUp();
          this.flush();
        }
      });
  }

  private again(): void {
    if (!this.socket.connected) return;
    if (this.state.phase === 'reconnecting') this.greet();
    else this.flush();
  }

  private someoneTypes(name: string): void {
    this.change({ typing: name });
    clearTimeout(this.silence);
    this.silence = setTimeout(() => this.change({ typing: '' }), 4_000);
  }
}

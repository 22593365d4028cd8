import { randomBytes } from 'node:crypto';
import { setTimeout as pause } from 'node:timers/promises';
import type { EntryBatch, VisitorPass, Welcome } from '@kineta/contract';
import { io, type Socket } from 'socket.io-client';
import { boardingOf } from './talkers.ts';

const ANSWER_WITHIN = 3_000;

/**
 * A visitor who does not give up: connects to one process or the other, sends each message under one identity until it is
 * acknowledged, waits for what the flow says to it, and asks for what they missed, as the chat in a browser does.
 */
export class Persevering {
  /** The identities of messages that were acknowledged, in the order in which they were sent. */
  readonly acknowledged: string[] = [];
  /** The numbers of entries that were shown. */
  readonly seen = new Set<number>();
  conversation = '';
  /** How often a message was sent again, and how often they connected. */
  again = 0;
  connections = 0;
  /** Whether everything that they sent was answered when they ended. */
  isThrough = false;
  private readonly urls: readonly string[];
  private readonly index: number;
  private socket: Socket | undefined;
  private pass: VisitorPass | undefined;
  private last = 0;
  /** The number of the newest question. */
  private asked = 0;
  private isStopping = false;
  private giveUpAt = Number.POSITIVE_INFINITY;

  constructor(urls: readonly string[], index: number) {
    this.urls = urls;
    this.index = index;
  }

  /** Ends with the message that is in hand, at the latest at a time. */
  finish(giveUpAt: number): void {
    this.isStopping = true;
    this.giveUpAt = giveUpAt;
  }

  async write(): Promise<void> {
    for (let count = 0; !this.isStopping || !this.isThrough; count++) {
      const clientId = `${this.index}-${count}-${randomBytes(6).toString('hex')}`;
      const question = await this.until(() => (this.asked > 0 ? this.asked : undefined));
      if (question === undefined) break;
      this.isThrough = false;
      if (!(await this.sent(clientId, `word${count}`))) break;
      this.acknowledged.push(clientId);
      // The next question comes after a pause, which is a timer of the server’s.
      if ((await this.until(() => this.asked > question)) === undefined) break;
      this.isThrough = true;
      await pause(50 + Math.random() * 300);
    }
    this.socket?.close();
  }

  /** Waits until something is so, connected; undefined when it is given up. */
  private async until<T>(what: () => T | undefined | false): Promise<T | undefined> {
    for (let looked = 1; Date.now() < this.giveUpAt; looked++) {
      await this.connected();
      const now = what();
      if (now) return now;
      await pause(30);
      // Told that news were lost they ask; and so they do when nothing has come for a while.
      if (looked % 200 === 0) await this.catchUp();
    }
    return undefined;
  }

  private async sent(clientId: string, text: string): Promise<boolean> {
    for (let tries = 0; Date.now() < this.giveUpAt; tries++) {
      if (tries > 0) this.again++;
      const socket = await this.connected();
      const answer = await this.call<{ number: number }>(socket, 'reply', { clientId, text });
      if (answer) return true;
      await pause(100);
    }
    return false;
  }

  /** What a call is answered with; undefined when it is not, or with a problem. */
  private async call<T>(socket: Socket | undefined, name: string, body: object): Promise<T | undefined> {
    if (!socket) return undefined;
    try {
      const answer = (await socket.timeout(ANSWER_WITHIN).emitWithAck(name, body)) as { ok: boolean } & T;
      return answer.ok ? answer : undefined;
    } catch {
      return undefined;
    }
  }

  private async connected(): Promise<Socket | undefined> {
    if (this.socket?.connected) return this.socket;
    this.socket?.close();
    const url = this.urls[Math.floor(Math.random() * this.urls.length)]!;
    try {
      const boarding = await boardingOf(url);
      const socket = io(`${url}/visitor`, {
        transports: ['websocket'],
        forceNew: true,
        reconnection: false,
        auth: { boarding, ...(this.pass ? { visitor: this.pass } : {}) },
      });
      this.socket = socket;
      await new Promise<void>((resolve, reject) => {
        socket.once('connect', resolve);
        socket.once('connect_error', reject);
        // One that dies over it says nothing.
        setTimeout(() => reject(new Error('No answer came.')), ANSWER_WITHIN);
      });
      this.connections++;
      socket.on('entries', (batch: EntryBatch) => this.take(batch));
      socket.on('behind', () => void this.catchUp());
      const known = this.conversation ? { conversation: this.conversation, after: this.last } : {};
      const welcome = await this.call<Welcome>(socket, 'hello', { page: '/', ...known });
      if (!welcome) {
        socket.close();
        await pause(100);
        return undefined;
      }
      this.pass = welcome.visitor ?? this.pass;
      this.conversation = welcome.conversation;
      this.take(welcome.batch);
      return socket;
    } catch {
      await pause(100);
      return undefined;
    }
  }

  private take(batch: EntryBatch): void {
    if (batch.conversation !== this.conversation) return;
    if (batch.from > this.last + 1) {
      void this.catchUp();
      return;
    }
    for (const { number, kind } of batch.entries) {
      this.seen.add(number);
      if (kind === 'asked') this.asked = Math.max(this.asked, number);
    }
    this.last = Math.max(this.last, batch.to);
    if (batch.more) void this.catchUp();
  }

  private async catchUp(): Promise<void> {
    const batch = await this.call<EntryBatch>(this.socket, 'missed', { after: this.last });
    if (batch) this.take(batch);
  }
}

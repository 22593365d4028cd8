import type { Socket } from 'socket.io';
import type { Duty } from '../clockwork/clockwork.ts';
import type { Errand } from '../clockwork/outbox.ts';
import type { Transaction } from '../database/connect.ts';
import type { AnyTable } from '../database/table.ts';
import type { Doors } from '../http/serve.ts';
import type { Measure } from '../metrics/metrics.ts';
import type { Listener } from '../stream/listener.ts';
import type { DayCount, Todo } from './day.ts';
import type { Effect } from './effect.ts';
import type { House } from './house.ts';
import type { Personal } from './person.ts';
import type { Ports, SignedIn } from './ports.ts';
import type { Passing } from './retention.ts';

/**
 * A part of the product: all that it brings stands in its own folder, and the server only goes through the list of
 * areas. Areas do not import each other; they meet in what they offer (`ports.ts`) and in the stream of what happened.
 */
export interface Area {
  name: string;
  /** Its tables, declared in its `model.ts`. */
  tables?: readonly AnyTable[];
  /** What it does for other areas. Asked once, before anything else of it. */
  offers?(house: House): Partial<Ports> | Promise<Partial<Ports>>;
  /** Its routes. */
  doors?(doors: Doors, house: House): void;
  /** What it does about acts of flows, in the transaction of the event. */
  // biome-ignore lint/suspicious/noExplicitAny: each effect knows its own acts
  effects?(house: House): ReadonlyArray<Effect<any>>;
  /** How it carries out what waits in the outbox. */
  errands?(house: House): readonly Errand[];
  /** What it looks for again and again. */
  duties?(house: House): readonly Duty[];
  /** What of its own is kept for a while, and then is gone. */
  keeps?(house: House): readonly Passing[];
  /** What it keeps of people: told to them, and erased. */
  personal?(house: House): Personal;
  /** What of its own a business sets up before visitors come. */
  todo?(house: House): readonly Todo[];
  /** What of its own tells how a day goes. */
  day?(house: House): readonly DayCount[];
  /** What of its own is worth watching by whoever runs Kineta. */
  measures?(house: House): readonly Measure[];
  /** Gives a new workspace what of its own it begins with. */
  begins?(workspace: string, house: House, transaction: Transaction): Promise<void>;
  /** What it wants to hear of what happened. */
  listeners?(house: House): readonly Listener[];
  /** What it answers and tells members who have the studio open. */
  studio?(socket: Socket, me: SignedIn, house: House): void;
  /** What else it opens, such as an end for sockets of its own; and how that is closed. */
  open?(house: House): void;
  close?(house: House): Promise<void> | void;
}

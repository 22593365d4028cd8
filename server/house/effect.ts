import type { Act, ActOf, EntryBody, FlowStart, Played, Session } from '@kineta/core';
import type { Transaction } from '../database/connect.ts';
import type { Directory } from './ports.ts';

/** A conversation that is played on: what effects may know of it and do to it, in the transaction of the event. */
export interface Performing {
  conversation: { id: string; workspace: string; site: string; visitor: string; visitorName: string; isTest: boolean };
  /** Under which name the flow speaks. */
  speaker: string;
  /** Where the flow stands after what it did. */
  session: Session;
  directory: Directory;
  now: Date;
  transaction: Transaction;
  /** What is added to the log. Effects may add what only they know. */
  entries: EntryBody[];
  /** What effects change of the conversation itself. */
  changes: { visitorName?: string; outcome?: string | null };
  /** What the flow came to, when that is not to be seen from where it stands. */
  came: { to?: Played; onWith?: FlowStart };
  /**
   * Puts an order into the outbox, for the errand of this kind.
   * @param what to whom it goes, as leads know it: an address
   */
  order(kind: string, what: string, payload: object): void;
  /** Something falls due in so many milliseconds. */
  due(after: number): void;
}

/** What the host does about acts beyond writing their entries: one file in the area that carries them out. */
export interface Effect<A extends Act['act']> {
  acts: readonly A[];
  /** @param acts all of these that came of one event, in order */
  carryOut(acts: ReadonlyArray<ActOf<A>>, stage: Performing): Promise<void>;
}

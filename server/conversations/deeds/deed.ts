import type { Deed, DeedOf, DoneOf, EntryBody, Fact, Facts } from '@kineta/core';
import type { Transaction } from '../../database/connect.ts';
import type { House } from '../../house/house.ts';
import type { Directory } from '../../house/ports.ts';
import type { Host } from '../host.ts';
import type { Changes, ConversationRow } from '../model.ts';

/** A rule that acts in a conversation: what its deeds may know of it and do to it, in the transaction of it all. */
export interface Acting {
  house: House;
  host: Host;
  rule: { id: string; name: string };
  /** As it is by now, after what was done before. */
  row: ConversationRow;
  directory: Directory;
  now: Date;
  transaction: Transaction;
  /** Under which name the flow speaks, and the facts that its edition knows. */
  speaker: string;
  facts: readonly Fact[];
  /** What is known of the visitor, and all that has a place in a wording, as words. */
  known: Facts;
  shown: ReadonlyMap<string, string>;
  /** Writes entries behind those that there are. */
  write(...entries: readonly EntryBody[]): void;
  change(changes: Changes): void;
  /** Something falls due in so many milliseconds. */
  due(after: number): void;
  /** The link that leads back into the conversation from a letter. */
  wayBack(): Promise<string | undefined>;
  /** Does what another rule does, where that one’s conditions hold. @returns its name, or why it does not */
  run(rule: string): Promise<{ name: string } | Undone>;
}

/** Why something is not done, as the log tells it. */
export interface Undone {
  undone: string;
}

/** How one kind of deeds is carried out; what the log keeps of it, or why it was not done. */
export interface Doing<N extends Deed['deed']> {
  deed: N;
  carryOut(deed: DeedOf<N>, acting: Acting): Promise<DoneOf<N> | Undone>;
}

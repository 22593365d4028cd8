import type { Transaction } from '../database/connect.ts';
import type { StreamEvent } from './model.ts';

/** Something that wants to hear of what happened, at its own pace. */
export interface Listener {
  /** Under this name it is kept how far it has come. Changing it lets it begin with what happens from then on. */
  name: string;
  /** The kinds of events that it wants to hear of. */
  kinds: readonly string[];
  /** For how many milliseconds it may be behind, so that it hears of more at once; it hears at once without. */
  pace?: number;
  /**
   * Hears of some, in order, in the transaction in which it is noted that it has: what it writes there, it writes once.
   * @returns what is to be told once that is committed
   */
  hear(events: readonly StreamEvent[], transaction: Transaction): Promise<(() => void) | undefined>;
}

import type { Transaction } from '../database/connect.ts';

/**
 * Somebody of whom things are kept: as the visitors that they came as, and in conversations of theirs. Asked and erased a
 * part at a time, so that some of these may be given and others not.
 */
export interface Kept {
  workspace: string;
  visitors: readonly string[];
  conversations: readonly string[];
}

/** Rows of one kind that are kept of somebody, as they are told to them. */
export interface Section {
  name: string;
  rows: AsyncIterable<object>;
}

/** What an area keeps of people. */
export interface Personal {
  /** All of it, read as it is written out. */
  tell(kept: Kept): readonly Section[];
  /** Takes all of it away. Areas are asked in the reverse of their order, so that nothing is left that names what is gone. */
  erase(kept: Kept, transaction: Transaction): Promise<void>;
}

/** Rows one after the other, looked up a part of the keys at a time. */
export async function* inParts<T extends object>(
  keys: readonly string[],
  read: (part: string[]) => Promise<readonly T[]>,
): AsyncGenerator<T> {
  for (let at = 0; at < keys.length; at += 100) yield* await read(keys.slice(at, at + 100));
}

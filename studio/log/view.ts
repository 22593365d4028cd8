import type { Entry } from '@kineta/contract';
import type { ComponentType } from 'react';

export type EntryOf<K extends Entry['kind']> = Extract<Entry, { kind: K }>;

/** How the studio’s logs set one kind of entry, when it is not just the sentence that the core has for it. */
export interface EntryView<K extends Entry['kind']> {
  kind: K;
  /** Entries of this kind that stand one after the other are one line. */
  together?: true;
  /** Left out of the log; it is there for other things. */
  hidden?: true;
  /** Whether something else is known of the visitor after it. */
  tellsOfVisitor?: true;
  /** Whether the visitor did it. */
  byVisitor?: true;
  /** Whether somebody of the team said it to the visitor. */
  toVisitor?: true;
  /** The line, of one entry or of those that stand together. */
  Row?: ComponentType<{ entries: readonly [EntryOf<K>, ...EntryOf<K>[]]; visitor: string }>;
}

export function entryView<K extends Entry['kind']>(view: EntryView<K>): EntryView<K> {
  return view;
}

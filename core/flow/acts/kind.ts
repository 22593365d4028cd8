import type { z } from 'zod';
import type { EntryKind } from '../../conversation/entries/kind.ts';
import type { SpokenLine } from '../line.ts';
import type { MustKind } from '../runs/must.ts';

/**
 * All that the core knows of one kind of act: what is ordered, the entry that it leaves in the log, with how that reads
 * and what a replay is told of it, and what a run-through can ask of it. The host has its effect, if it has one beyond
 * the entry; studio and widget each have its line in the log.
 */
export interface ActKind<
  S extends z.ZodObject,
  E extends z.ZodObject,
  // biome-ignore lint/suspicious/noExplicitAny: each must says what it asks for itself
  M extends ReadonlyArray<MustKind<z.infer<S>, any>>,
> {
  readonly act: z.infer<S> extends { act: infer A } ? A : never;
  readonly schema: S;
  /** The entry that it leaves. Two acts may leave the same kind of entry; an order that is only carried out leaves none. */
  readonly entry?: EntryKind<E>;
  /** What that entry says beside its kind; `speaker` is the name that the flow speaks under. */
  leaves?(act: z.infer<S>, speaker: string): Omit<z.infer<E>, 'kind'>;
  /** What of it is said to the visitor. */
  said?(act: z.infer<S>): SpokenLine;
  /** What a run-through can ask to be so, as far as it is about acts of this kind. */
  readonly musts?: M;
}

/** Declares a kind of act; its acts have the type that its schema says. */
export function actKind<
  S extends z.ZodObject,
  E extends z.ZodObject = never,
  // biome-ignore lint/suspicious/noExplicitAny: as above
  const M extends ReadonlyArray<MustKind<z.infer<S>, any>> = readonly [],
>(kind: ActKind<S, E, M>): ActKind<S, E, M> {
  return kind;
}

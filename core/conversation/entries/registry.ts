import { z } from 'zod';
import { type Act, actKindOf, actKinds } from '../../flow/acts/registry.ts';
import type { RecordedLine } from '../../flow/replay/recorded.ts';
import type { Move } from '../../rules/move.ts';
import { answered } from './answered.ts';
import { blocked, letBack } from './blocked.ts';
import { fellSilent } from './fell-silent.ts';
import { given } from './given.ts';
import {
  cameBack,
  corrected,
  done,
  fetchedBack,
  handedBack,
  leftAlone,
  letBy,
  passedOn,
  putOff,
  released,
  taken,
} from './held.ts';
import { joinedHere, joinedTo } from './joined.ts';
import type { EntryKind, Position, Reader } from './kind.ts';
import { newer } from './newer.ts';
import { note } from './note.ts';
import { opened } from './opened.ts';
import { paused } from './paused.ts';
import { rated } from './rated.ts';
import { replied } from './replied.ts';
import { ruled } from './ruled.ts';
import { raised, tagged } from './tagged.ts';
import { wentOnWith } from './went-on-with.ts';

/** The kinds of entries that no act leaves: what visitors, people and the host do. Those of acts stand with their acts. */
const others = [
  opened,
  given,
  replied,
  paused,
  wentOnWith,
  taken,
  answered,
  note,
  passedOn,
  released,
  leftAlone,
  letBy,
  blocked,
  letBack,
  tagged,
  raised,
  putOff,
  cameBack,
  fetchedBack,
  handedBack,
  corrected,
  done,
  fellSilent,
  joinedHere,
  joinedTo,
  ruled,
  rated,
  newer,
] as const;

type OfActs = Extract<(typeof actKinds)[number], { entry?: unknown }>;
type KindOfActs = OfActs extends infer K ? (K extends { entry?: EntryKind<infer E> } ? E : never) : never;
type Schema = KindOfActs | (typeof others)[number]['schema'];

/** What each kind of entry says; an entry is one line of a conversation’s log and never changes. */
export type EntryBody = z.infer<Schema>;

// biome-ignore lint/suspicious/noExplicitAny: each kind knows the type of its own entries
type AnyKind = EntryKind<any>;
const byName = new Map<string, AnyKind>();
for (const { entry } of actKinds as ReadonlyArray<{ entry?: AnyKind }>)
  if (entry) byName.set(String(entry.kind), entry);
for (const kind of others) byName.set(String(kind.kind), kind as AnyKind);

/** Every kind of entry. */
export const entryKinds: readonly AnyKind[] = [...byName.values()];

const known = z.discriminatedUnion(
  'kind',
  entryKinds.map(({ schema }) => schema) as unknown as [Schema],
) as z.ZodType<EntryBody>;

/** Reads any entry: one that only a newer build knows, by its kind or by what it holds, is read as just that. */
export const EntryBody: z.ZodType<EntryBody> = z.union([
  known,
  z.object({ kind: z.string() }).transform(({ kind }): EntryBody => ({ kind: 'newer', was: kind })),
]);

/** The entry’s kind; undefined of one that this build does not know. */
export function entryKindOf({ kind }: { kind: string }): AnyKind | undefined {
  return byName.get(kind);
}

/** Whether the visitor sees an entry; what is not known is for the team, and so is what was said in another browser. */
export function visitorSees(entry: { kind: string }): boolean {
  return !('elsewhere' in entry && entry.elsewhere) && (entryKindOf(entry)?.visitorSees ?? false);
}

/** Entries as their visitor may have them. */
export function asVisitorSees<E extends EntryBody>(entries: readonly E[]): E[] {
  return entries.filter(visitorSees).map(entry => {
    const seen = entryKindOf(entry)?.toVisitor?.(entry as never);
    return seen ? { ...entry, ...seen } : entry;
  });
}

/** What a replay is told of an entry: nothing of most. */
export function recordedOf(entry: EntryBody, position: Position): RecordedLine[] {
  const line = entryKindOf(entry)?.recorded?.(entry, position);
  return line ? [line] : [];
}

/** The kinds of entries that a replay is told something of. */
export const recordedKinds: readonly string[] = entryKinds.flatMap(({ kind, recorded }) =>
  recorded ? [String(kind)] : [],
);

/** What an entry was for how its conversation stands. */
export function movesOf(entry: EntryBody): Move[] {
  return entryKindOf(entry)?.moves?.(entry) ?? [];
}

/** The kinds of entries that say something of it. */
export const movingKinds: readonly string[] = entryKinds.flatMap(({ kind, moves }) => (moves ? [String(kind)] : []));

/** The kinds of entries in which somebody wrote something. */
export const writtenKinds: readonly string[] = entryKinds.flatMap(({ kind, wrote }) => (wrote ? [String(kind)] : []));

/** How an entry reads as a stage direction; undefined of what is set otherwise. */
export function entryWords(entry: EntryBody, reader: Reader): string | undefined {
  return (entryKindOf(entry) ?? newer).words?.(entry as never, reader);
}

/** What a flow’s acts add to the log. Orders that are only carried out leave nothing there. */
export function entriesOf(acts: readonly Act[], speaker: string): EntryBody[] {
  return acts.flatMap((act): EntryBody[] => {
    const kind = actKindOf(act);
    return kind?.entry && kind.leaves ? [{ kind: kind.entry.kind, ...kind.leaves(act, speaker) } as EntryBody] : [];
  });
}

import type { z } from 'zod';
import type { Locale } from '../../facts/fact.ts';
import type { RecordedLine } from '../../flow/replay/recorded.ts';
import type { Move } from '../../rules/move.ts';

/** For whom an entry is put into words. */
export interface Reader {
  locale: Locale;
  /** A moment as this reader’s clock and calendar tell it, from an ISO 8601 instant. */
  time(instant: string): string;
}

/** Where an entry stands in its log: its number, and its time in epoch milliseconds. */
export interface Position {
  number: number;
  at: number;
}

/**
 * All that the core knows of one kind of entry: what it holds, whether the visitor sees it, how it reads, and what a
 * replay is told of it. An entry is one line of a conversation’s log, and never changes.
 */
export interface EntryKind<S extends z.ZodObject> {
  readonly kind: z.infer<S> extends { kind: infer K } ? K : never;
  readonly schema: S;
  /** Whether the visitor sees it; the rest is for the team. */
  readonly visitorSees?: true;
  /** What of it the visitor is told, where that is not all. */
  toVisitor?(entry: z.infer<S>): z.infer<S>;
  /** What lists show of a conversation while nothing newer is worth showing. */
  preview?(entry: z.infer<S>): string | undefined;
  /** What somebody wrote in it, a visitor or a member, by which it is found again. */
  wrote?(entry: z.infer<S>): string;
  /** How it stands in a letter to a visitor who has left: who says it, and what. */
  letter?(entry: z.infer<S>): { by: string; text: string };
  /** How it reads as a stage direction, one sentence; what is set otherwise, as a speaker’s line, has none. */
  words?(entry: z.infer<S>, reader: Reader): string;
  /**
   * What the stream of events is told of it beside where it happened, so that other parts of the product hear of it;
   * without this, or with nothing told, it concerns the conversation alone.
   */
  happens?(entry: z.infer<S>): Record<string, unknown> | undefined;
  /** What it was for how the conversation stands, as rules follow it. */
  moves?(entry: z.infer<S>): Move[];
  /** What a replay is told of it, as far as a flow could notice it. */
  recorded?(entry: z.infer<S>, position: Position): RecordedLine | undefined;
}

/** Declares a kind of entry; its entries have the type that its schema says. */
export function entryKind<S extends z.ZodObject>(kind: EntryKind<S>): EntryKind<S> {
  return kind;
}

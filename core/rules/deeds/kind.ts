import type { z } from 'zod';
import type { Words } from '../../facts/words.ts';
import type { RecordedLine } from '../../flow/replay/recorded.ts';
import type { Course } from '../course.ts';
import type { Move } from '../move.ts';
import type { Names, Reference } from '../names.ts';

/**
 * All that is known of one kind of what rules do. What is carried out is the host’s; what it leaves in the log, how that reads
 * and what it means for other rules stands here.
 */
export interface DeedKind<S extends z.ZodObject, D extends z.ZodObject> {
  readonly deed: z.infer<S> extends { deed: infer N } ? N : never;
  readonly schema: S;
  /** One to begin with. */
  blank(): z.infer<S>;
  /** How it reads as an order: “tell Sales”. */
  words(deed: z.infer<S>, names: Names): Words;
  /** Whether the visitor hears of it in the chat, for which there is a most. */
  readonly speaks?: true;
  /** Whether it speaks to the visitor, or takes the conversation from whoever has it: not where a person has written. */
  reaches?(deed: z.infer<S>): boolean;
  /** Whether there is nothing to be done of it, as the conversation has gone. */
  skips?(deed: z.infer<S>, course: Course): boolean;
  /** What it may bring about in the same conversation. */
  moves?(deed: z.infer<S>, names: Names): Move[];
  /** What it names. */
  refers?(deed: z.infer<S>): Reference[];
  /** Whether something in it is still to be said before it can be done. */
  lacks?(deed: z.infer<S>): boolean;
  /** What the log keeps of it, how that reads, and what it was for how the conversation stands. */
  readonly done: D;
  doneWords(done: z.infer<D>): string;
  doneMoves?(done: z.infer<D>): Move[];
  /** What the stream is told of it: who has the conversation then. */
  happens?(done: z.infer<D>): Record<string, unknown>;
  /** What a replay is told of it, at an instant in epoch milliseconds. */
  recorded?(done: z.infer<D>, at: number): RecordedLine | undefined;
}

/** Declares a kind of deeds. */
export function deedKind<S extends z.ZodObject, D extends z.ZodObject>(kind: DeedKind<S, D>): DeedKind<S, D> {
  return kind;
}

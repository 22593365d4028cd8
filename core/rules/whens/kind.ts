import type { z } from 'zod';
import type { Words } from '../../facts/words.ts';
import type { Course } from '../course.ts';
import type { Moment } from '../moment.ts';
import type { Move } from '../move.ts';
import type { Names, Reference } from '../names.ts';

/** A move that has just been made, and how the conversation stands since. */
export interface Stirred {
  move: Move;
  at: number;
  course: Course;
  moment: Moment;
  names: Names;
}

/** All that is known of one kind of beginnings of a rule: something that happens, or that is so for a while. */
export interface WhenKind<S extends z.ZodObject> {
  readonly when: z.infer<S> extends { when: infer W } ? W : never;
  readonly schema: S;
  /** One to begin with. */
  blank(): z.infer<S>;
  /** How it reads behind “When”. */
  words(when: z.infer<S>, names: Names): Words;
  /** Since when it is so, after a move (epoch milliseconds; one to come, where that is known); null where the move says nothing of it. */
  since(when: z.infer<S>, stirred: Stirred): number | null;
  /** Whether it is still so that was so since then; always, without this. */
  stands?(course: Course, since: number): boolean;
  /** Whether what a rule does may begin it, for the search for circles. */
  hears(when: z.infer<S>, move: Move, names: Names): boolean;
  /** It is so for a while: what is done after some time is done when it has been so for that long. */
  lasts?: true;
  /** Whether it is not so while the flow goes on by itself. */
  waitsForFlow?: true;
  /** Whether something in it is still to be said before it can begin anything. */
  lacks?(when: z.infer<S>): boolean;
  /** What it names. */
  refers?(when: z.infer<S>): Reference[];
}

/** Declares a kind of beginnings. */
export function whenKind<S extends z.ZodObject>(kind: WhenKind<S>): WhenKind<S> {
  return kind;
}

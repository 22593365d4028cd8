import type { z } from 'zod';
import type { Words } from '../../facts/words.ts';
import type { PartFinding } from '../parts/kind.ts';

/** One way in which a flow appears to somebody whom it meets. */
export interface AppearanceKind<S extends z.ZodObject> {
  readonly how: z.infer<S> extends { how: infer H } ? H : never;
  readonly schema: S;
  blank(): z.infer<S>;
  /** How it reads behind the colon of a cue. */
  words(appearance: z.infer<S>): Words;
  /** It does nothing before the chat is opened. */
  readonly waits?: true;
  /** What it says, with facts in braces. */
  says?(appearance: z.infer<S>): string;
  findings?(appearance: z.infer<S>): PartFinding[];
}

/** Declares a way to appear. */
export function appearanceKind<S extends z.ZodObject>(kind: AppearanceKind<S>): AppearanceKind<S> {
  return kind;
}

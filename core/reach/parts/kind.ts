import type { z } from 'zod';
import type { Fact } from '../../facts/fact.ts';
import type { Words } from '../../facts/words.ts';
import type { Seen } from '../seen.ts';

/** What may be wrong with what is set, in a sentence; a problem keeps it off the site. */
export interface PartFinding {
  level: 'problem' | 'advice';
  sentence: string;
}

/** What is known of the site. */
export interface PartGround {
  /** Whether pages of this origin may carry the chat. */
  allows(origin: string): boolean;
}

/**
 * One thing that has to be so for a flow to be met: on which pages, by whom, when.
 */
export interface CuePart<Name extends string, S extends z.ZodType> {
  /** What it is called in a cue. */
  readonly part: Name;
  readonly schema: S;
  /** One to begin with. */
  blank(): z.infer<S>;
  /** How it reads in the sentence of a cue, with no comma around it. */
  words(set: z.infer<S>): Words;
  /** How it reads where nothing is set; it does not, without this. */
  readonly unset?: Words;
  /**
   * Made ready once, to be asked of many visitors: whether it is so, of the cue that it is a part of.
   * @param names of all facts that there are, by which formulas are read
   */
  ready(set: z.infer<S>, names: readonly string[]): (seen: Seen, cue: string) => boolean;
  /** How it reads that it is not so, behind “Not: ”. Asked only where it is not. */
  not(set: z.infer<S>, seen: Seen, cue: string, names: readonly string[]): Words;
  /**
   * It comes about while the page is looked at, or is remembered from before, and only says when a flow appears by itself: who opens the
   * chat is not kept waiting for it. What is done by hand leads into its flow whichever comes before it, and nobody meets that without.
   */
  readonly comes?: 'on the page' | 'from before' | 'by hand';
  /** The facts that it asks about; undefined where that may be any. */
  reads?(set: z.infer<S>, facts: readonly Fact[]): readonly string[] | undefined;
  findings?(set: z.infer<S>, ground: PartGround): PartFinding[];
  /**
   * Whether this is so of all of whom the other is so, which may say nothing of it; as far as that can be told. The same is of the same,
   * without this.
   */
  includes?(set: z.infer<S>, other: z.infer<S> | undefined): boolean;
  /** A page on which it is so. */
  example?(set: z.infer<S>): string | undefined;
}

/** Declares a part. */
export function cuePart<const Name extends string, S extends z.ZodType>(part: CuePart<Name, S>): CuePart<Name, S> {
  return part;
}

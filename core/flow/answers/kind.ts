import type { z } from 'zod';
import type { Understanding } from '../../answers/answer.ts';
import type { FactType } from '../../facts/fact.ts';
import type { AnswerShown, World } from '../session.ts';
import type { Reply, StepFinding } from '../steps/kind.ts';

/**
 * All that the core knows of one type of answer: what the visitor is shown, what a reply means, and which facts can keep
 * it. Asking walks the registry of these; only choices, which lead somewhere, are known to it by name.
 */
export interface AnswerKind<A extends { type: string }> {
  readonly type: A['type'];
  readonly schema: z.ZodType<A>;
  /** What is asked for, in a sentence: “a phone number”. */
  readonly asksFor: string;
  /** The types a fact may have to keep it; the first is the natural one. */
  readonly keptAs: readonly FactType[];
  /** What is said when the answer was not understood, unless the ask has words of its own. */
  again(answer: A, unclear: string, world: World): string;
  /** What the visitor sees to answer with. The same for every visitor of one locale. */
  shown(answer: A, world: World): AnswerShown;
  understand(answer: A, reply: Reply, world: World): Understanding;
  /** Mistakes in the answer itself. */
  check(answer: A): StepFinding[];
}

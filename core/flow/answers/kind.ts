import type { z } from 'zod';
import type { Understanding } from '../../answers/answer.ts';
import type { FactType, Value } from '../../facts/fact.ts';
import type { Values } from '../../facts/knowledge.ts';
import type { Words } from '../../facts/words.ts';
import type { Reply } from '../event.ts';
import type { Id } from '../id.ts';
import type { AnswerShown } from '../shown.ts';
import type { Exit, StepFinding, Surroundings } from '../steps/kind.ts';
import type { World } from '../world.ts';

/**
 * All that the core knows of one type of answer: what the visitor is shown, what a reply means, which facts can keep it,
 * and, where what is answered decides on the way, which ways there are. Asking walks the registry of these and knows
 * none by name.
 */
export interface AnswerKind<A extends { type: string }> {
  readonly type: A['type'];
  readonly schema: z.ZodType<A>;
  /**
   * A new answer of this type, to be filled in.
   * @param choices what could be picked before, when the answer was of another type
   */
  blank(choices: ReadonlyArray<{ id: Id; label: string }>): A;
  /** Whether it is asked for by itself only, not in a field of a form. */
  readonly alone?: true;
  /** What is asked for, in a sentence: “a phone number”. */
  readonly asksFor: string;
  /** The types a fact may have to keep it; the first is the natural one. */
  readonly keptAs: readonly FactType[];
  /** What is said when the answer was not understood, unless the ask has words of its own. */
  again(answer: A, unclear: string, world: World): string;
  /** What the visitor sees to answer with. The same for every visitor of one locale. */
  shown(answer: A, world: World): AnswerShown;
  understand(answer: A, reply: Reply, world: World): Understanding;
  /**
   * Whether anything that is typed is an answer, so that what a visitor wishes besides goes first; or whether it is
   * answered in sentences, beside which a wish may stand. Elsewhere what is an answer is no wish.
   */
  readonly typed?: 'anything' | 'sentences';
  /** Whether it is written in as many words as one likes, so that what asks in it is a part of the answer. */
  readonly isProse?: true;
  /** Whether these words are among what is offered, so that they are not taken for an order such as “back”. */
  offers?(answer: A, text: string): boolean;
  /** What can be picked, with the words on it. */
  labels?(answer: A): ReadonlyArray<{ id: Id; label: string; to?: Id | undefined }>;
  /** What is kept of a value that was understood, and the scene that it leads to; the value itself and on, without this. */
  picked?(answer: A, value: Value): { value: Value; to?: Id | undefined };
  /** What is kept of the first that can be picked, when there are few. */
  first?(answer: A): Value | undefined;
  /** Where anything else typed leads, so that it is not asked again. */
  otherwise?(answer: A): { to?: Id | undefined } | undefined;
  /** Its own ways out; on to the next step, without this. */
  exits?(answer: A): Exit[];
  /** What a fact that keeps it may hold behind a way out; anything, without this. */
  values?(answer: A, part: string | undefined): Values;
  /** What its ways add to the ask’s sentence. */
  words?(answer: A, around: Surroundings): Words;
  /** Mistakes in the answer itself. */
  check(answer: A): StepFinding[];
}

import type { z } from 'zod';
import type { Value } from '../../facts/fact.ts';
import type { Session } from '../session.ts';

/** How a rehearsal ended, beside the acts of one kind: where it stands, and all that was said to the visitor. */
export interface Ended {
  session: Session;
  said: readonly string[];
}

/** One kind of thing that a run-through can ask to be so, about acts of a kind. */
export interface MustKind<A, S extends z.ZodObject> {
  readonly must: z.infer<S> extends { must: infer M } ? M : never;
  readonly schema: S;
  /** What must hold, as a sentence. */
  words(must: z.infer<S>): string;
  /** Why it does not hold, as what follows “But”; undefined when it does. */
  why(must: z.infer<S>, acts: readonly A[], ended: Ended): string | undefined;
  /** What a rehearsal that has come so far shows to hold. */
  shown?(acts: readonly A[], ended: Ended): Array<z.infer<S>>;
  /** Whether what is shown to hold is mostly meant, so that it is chosen beforehand. */
  readonly mostly?: true;
  /** What it is called where it is asked for in words; then it holds a `text`. */
  readonly asked?: string;
}

/** Declares a kind of what must hold about acts of type `A`. */
export function mustKind<A = unknown>() {
  return <S extends z.ZodObject>(kind: MustKind<A, S>): MustKind<A, S> => kind;
}

/** A value as a sentence about what must hold names it. */
export function valueWords(value: Value | undefined): string {
  if (value === undefined) return 'not known';
  if (typeof value === 'boolean') return value ? 'yes' : 'no';
  return Array.isArray(value) ? value.join(', ') : String(value);
}

const states: Record<Session['state'], string> = {
  fresh: 'never began',
  asking: 'waits for an answer',
  pausing: 'pauses',
  awaiting: 'waits for a service',
  'handed over': 'was handed over',
  ended: 'ended',
};

/** Where a conversation stands, as what follows “it”. */
export function standing({ state }: Session): string {
  return states[state];
}

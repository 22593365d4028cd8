import type { z } from 'zod';

/** What a visitor’s window is told of where an entry leads: the rest the server knows. */
export interface MenuTold {
  /** To a page, without a word in the conversation. */
  page?: string;
  /** To what is often asked, to be read there. */
  reads?: true;
}

/** One way in which an entry of the menu leads on. */
export interface MenuKind<S extends z.ZodObject> {
  readonly leads: z.infer<S> extends { leads: infer L } ? L : never;
  readonly schema: S;
  blank(): z.infer<S>;
  told?(to: z.infer<S>): MenuTold;
  /** The flow that begins, by its identity, and its scene, if not from its beginning. */
  begins?(to: z.infer<S>): { flow: string; scene?: string | undefined };
  /** A person is wanted. */
  readonly wants?: 'person';
}

/** Declares a way to lead on. */
export function menuKind<S extends z.ZodObject>(kind: MenuKind<S>): MenuKind<S> {
  return kind;
}

import type { Root } from 'hast';

/** What a document holds, before pairs are looked for in it. */
export interface Read {
  tree: Root;
  /** Pairs that it tells of by structured data; those are gone by first. */
  told: ReadonlyArray<{ question: string; answer: string }>;
}

/** Thrown of what cannot be read, with a sentence for who gave it. */
export class Unreadable extends Error {
  override name = 'Unreadable';
}

/** A document of one kind: how it is known, and read. */
export interface Reader {
  name: string;
  /** By its ending, lower case, without the dot. */
  endings: readonly string[];
  /** By what it is sent as. */
  types: readonly string[];
  /** By how it begins, where its name says nothing. */
  begins?(head: Buffer): boolean;
  /** @param base where it is from, by which its links are made whole; null of what was given by hand */
  read(content: Buffer, given: { type: string; base: string | null }): Read | Promise<Read>;
}

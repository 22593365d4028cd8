import { z } from 'zod';
import { Value } from '../facts/fact.ts';
import { messagesIn } from './message.ts';

/** What a flow tells the team of itself: a code, with what its words depend on. Codes never change once written. */
export const Direction = z.object({ code: z.string() }).catchall(Value);
export type Direction = z.infer<typeof Direction>;

/** A direction as a sentence. One whose code only a newer build knows, or that was written before codes, says itself. */
export function directionWords(direction: Direction | string, language: string): string {
  if (typeof direction === 'string') return direction;
  const words = messagesIn(language).team as Record<string, (about: Direction) => string>;
  return Object.hasOwn(words, direction.code) ? words[direction.code]!(direction) : direction.code;
}

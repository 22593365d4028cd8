import { lineOf, type SpokenLine } from './line.ts';
import type { StandingReply, World } from './world.ts';

/** What the lead has us say in place of our own words, with its places filled in; undefined where that is nothing. */
export function standing(
  { replies }: Pick<World, 'replies'>,
  reply: StandingReply,
  places: Readonly<Record<string, string>> = {},
): SpokenLine | undefined {
  const words = replies?.[reply];
  if (!words) return undefined;
  return lineOf(words.replace(/\{(\w+)\}/g, (place, name: string) => places[name] ?? place));
}

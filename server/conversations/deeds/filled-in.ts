import { filled } from '@kineta/core';

/** A wording of one line with what is known in its places; what is not known is left out. */
export function filledIn(text: string, shown: ReadonlyMap<string, string>): string {
  const { text: words, missing } = filled(text, shown);
  return missing.reduce((left, place) => left.replaceAll(place, ''), words).trim();
}

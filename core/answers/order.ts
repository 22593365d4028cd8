import { bare } from './answer.ts';
import { vocabularyOf } from './vocabulary/vocabularies.ts';
import type { Order } from './vocabulary/vocabulary.ts';

export type { Order };

/**
 * Whether the whole of a typed text is an order such as “skip”, “go back”, “start again” or “stop”, and which.
 * @param language BCP 47
 */
export function understandOrder(text: string, language: string): Order | undefined {
  const { longestOrder, orderBeginnings, orderOf } = vocabularyOf(language);
  if (text.length > longestOrder) return undefined;
  const first = /[a-z]+/i.exec(text)?.[0].toLowerCase();
  return first !== undefined && orderBeginnings.has(first) ? orderOf.get(bare(text)) : undefined;
}

import { bare } from './answer.ts';
import { vocabularyOf } from './vocabulary/vocabularies.ts';
import type { Order } from './vocabulary/vocabulary.ts';

export type { Order };

/** How many words an order has at most, with all that is said around it; what is longer is a sentence about something. */
const MOST_WORDS = 10;
const MOST_BITS = 4;

/**
 * Whether the whole of a typed text is an order such as “skip”, “go back”, “start again” or “stop”, and which; politely as
 * well: “could we skip this one please”.
 * @param language BCP 47
 */
export function understandOrder(text: string, language: string): Order | undefined {
  const { longestOrder, orderOf, orderWords, aroundOrder, ordersAlone } = vocabularyOf(language);
  if (text.length > longestOrder) return undefined;
  const lower = text.toLowerCase();
  // Nearly no answer holds a word that an order begins with: the others are told apart by that alone.
  if (!orderWords.test(lower)) return undefined;
  const words = bare(text);
  const whole = orderOf.get(words);
  if (whole !== undefined) return whole;
  if (words.split(' ').length > MOST_WORDS) return undefined;
  const inner = words.replace(aroundOrder.before, '');
  // What comes behind is taken away bit by bit: “end the chat please” is “end the chat”.
  for (let order of [words, inner]) {
    for (let bits = 0; bits < MOST_BITS && !orderOf.has(order); bits++) order = order.replace(aroundOrder.after, '');
    if (orderOf.has(order)) return ordersAlone.includes(order) ? undefined : orderOf.get(order);
  }
  return undefined;
}

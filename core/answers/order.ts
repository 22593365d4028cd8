import { BETWEEN, bare, tidy } from './answer.ts';
import { type Understood, vocabularyOf } from './vocabulary/vocabularies.ts';
import type { Order } from './vocabulary/vocabulary.ts';

export type { Order };

/** How many words an order has at most, with all that is said around it; what is longer is a sentence about something. */
const MOST_WORDS = 10;
const MOST_BITS = 4;

/** The order that bare words are, with what may stand around one. */
function orderIn(words: string, { orderOf, aroundOrder, ordersAlone, pleasantries }: Understood): Order | undefined {
  const whole = orderOf.get(words);
  if (whole !== undefined) return whole;
  if (words.split(' ').length > MOST_WORDS) return undefined;
  const alone = words.replace(pleasantries, '');
  // What stands in front is taken away bit by bit, and of each what stands behind: “ok, end the chat please” is “end the chat”.
  for (let inner = words, before = ''; inner !== before; ) {
    let order = inner;
    for (let bits = 0; bits < MOST_BITS && !orderOf.has(order); bits++) order = order.replace(aroundOrder.after, '');
    if (orderOf.has(order)) return ordersAlone.includes(order) && order !== alone ? undefined : orderOf.get(order);
    before = inner;
    inner = inner.replace(aroundOrder.before, '');
  }
  return undefined;
}

/**
 * Whether the whole of a typed text is an order such as “skip”, “go back”, “start again” or “stop”, and which; politely as
 * well (“could we skip this one please”), and with a reason in front (“oops, wrong answer, go back”).
 * @param language BCP 47
 */
export function understandOrder(text: string, language: string): Order | undefined {
  const vocabulary = vocabularyOf(language);
  if (text.length > vocabulary.longestOrder) return undefined;
  // Nearly no answer holds a word that an order is known by: the others are told apart by that alone.
  if (!vocabulary.orderWords.test(text.toLowerCase())) return undefined;
  const whole = orderIn(bare(text), vocabulary);
  if (whole !== undefined) return whole;
  let last: Order | undefined;
  for (const clause of tidy(text).split(BETWEEN).map(bare)) {
    const order = orderIn(clause, vocabulary);
    if (order === undefined && clause !== '' && !vocabulary.excuses.test(clause)) return undefined;
    last = order ?? last;
  }
  return last;
}

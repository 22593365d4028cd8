import { bare } from './answer.ts';

/** What a visitor may want to do with the conversation instead of answering. */
export type Order = 'skip' | 'back' | 'start again' | 'stop';

const orders: ReadonlyMap<string, Order> = new Map(
  Object.entries({
    skip: [
      'skip',
      'skip it',
      'skip this',
      'skip that',
      'skip this one',
      'skip this question',
      'skip question',
      'pass',
      'next',
      'next question',
      'next one',
      'id rather not say',
      'rather not say',
      'i d rather not say',
      'i would rather not say',
      'prefer not to say',
      'i prefer not to say',
    ],
    back: [
      'back',
      'go back',
      'back please',
      'step back',
      'previous',
      'previous question',
      'go back one',
      'undo',
      'i made a mistake',
      'that was wrong',
      'oops',
      'change my answer',
      'change my last answer',
    ],
    'start again': [
      'start again',
      'start over',
      'restart',
      'begin again',
      'from the beginning',
      'from the start',
      'start from the beginning',
      'start from scratch',
      'back to the start',
      'back to the beginning',
      'main menu',
      'back to the menu',
      'start anew',
      'reset',
    ],
    stop: [
      'stop',
      'stop it',
      'stop please',
      'please stop',
      'stop this',
      'cancel',
      'quit',
      'exit',
      'end chat',
      'end the chat',
      'leave me alone',
      'bye',
      'goodbye',
      'bye bye',
      'that s all',
      'thats all',
      'i m done',
      'im done',
    ],
  }).flatMap(([order, phrases]) => phrases.map(phrase => [phrase, order as Order] as const)),
);

/** The first words of all orders, and the longest order: most answers are told apart by these alone. */
const beginnings = new Set([...orders.keys()].map(phrase => phrase.split(' ')[0]));
const LONGEST = Math.max(...[...orders.keys()].map(phrase => phrase.length)) + 10;

/** Whether the whole of a typed text is an order such as “skip”, “go back”, “start again” or “stop”, and which. */
export function understandOrder(text: string): Order | undefined {
  if (text.length > LONGEST) return undefined;
  const first = /[a-z]+/i.exec(text)?.[0].toLowerCase();
  return first !== undefined && beginnings.has(first) ? orders.get(bare(text)) : undefined;
}

import type { Act, Event } from '@kineta/core';
import type { AskedOften } from '../questions.ts';
import { asides, type Dice, emailOf, pick, talks } from './people.ts';

export type Reply = Extract<Event, { event: 'replied' }>;
type Ask = Extract<Act, { act: 'ask' }>;

function typed(amount: number, throwDice: Dice): string {
  return pick(
    [`about ${amount.toLocaleString('en-GB')}`, `£${amount}`, `${amount}`, `£${(amount / 1_000).toFixed(1)}k`],
    throwDice,
  );
}

/** How a made-up visitor answers a question of a flow, or null when they leave. */
export function answerTo(ask: Ask, person: string, asked: readonly AskedOften[], throwDice: Dice): Reply | null {
  if (throwDice() < 0.07) return null;
  const { type, choices } = ask.answer;
  // Where nothing is to be picked, or there is more to know, they ask.
  if (choices && (choices.length === 0 || (choices[0]!.id === 'done' && throwDice() < 0.4)))
    return { event: 'replied', ...pick(asked, throwDice) };
  if (throwDice() < 0.03) return { event: 'replied', text: pick(asides, throwDice) };
  if (type === 'yes/no' && !choices?.some(choice => choice.id === 'given'))
    return { event: 'replied', text: throwDice() < 0.78 ? pick(['Yes', 'yep', 'yes we do'], throwDice) : 'No' };
  if (choices && throwDice() < 0.95) {
    // The first choices are taken more often than the last, as people do.
    const choice = choices[Math.floor(throwDice() ** 1.5 * choices.length)]!;
    return { event: 'replied', text: choice.label, choice: choice.id };
  }
  switch (type) {
    case 'number':
      return {
        event: 'replied',
        text: throwDice() < 0.06 ? 'no idea' : typed(900 + Math.round(throwDice() * 26) * 100, throwDice),
      };
    case 'email':
      if (throwDice() < 0.15) return null;
      return { event: 'replied', text: throwDice() < 0.06 ? person.split(' ')[0]!.toLowerCase() : emailOf(person) };
    case 'phone':
      return { event: 'replied', text: `07700 900${String(100 + Math.floor(throwDice() * 900))}` };
    case 'short text':
      return { event: 'replied', text: person.split(' ')[0]! };
    default:
      return { event: 'replied', text: pick(talks, throwDice).about };
  }
}

/** Asks for a person, where that can be picked. */
export function asksForPerson({ answer }: Ask): Reply | undefined {
  const talk = answer.choices?.find(({ label }) => /talk to someone|to a person|something else/i.test(label));
  return talk && { event: 'replied', text: talk.label, choice: talk.id };
}

/** Takes the first way that is offered. */
export function takesTheFirst({ answer }: Ask): Reply | undefined {
  const first = answer.choices?.[0];
  return first && { event: 'replied', text: first.label, choice: first.id };
}

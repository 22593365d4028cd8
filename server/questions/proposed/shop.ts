import type { Usual } from './proposed.ts';

/** Whoever sells things and sends them. */
export const shop: readonly Usual[] = [
  ['Where is my order?', 'You find its state under [? page], by the number in the email that confirmed it.'],
  ['How long does delivery take?', '[? Days] within [? country], [? days] elsewhere.'],
  ['What does delivery cost?', '[? Price]; free from [? amount].'],
  ['Do you send to other countries?', 'To [? countries]. What customs ask for there is [? paid by whom].'],
  ['Can I send something back?', 'Within [? days], unused. [? How to do it, and who pays for it.]'],
  ['When do I get my money back?', 'Within [? days] of its coming back to us, the way that you paid.'],
  ['How can I pay?', 'By [? ways of paying].'],
  ['Can I change or cancel my order?', 'Until it is packed, usually within [? hours]. Write here with its number.'],
  [
    'Something arrived broken, or is the wrong thing. What now?',
    'I’m sorry! Send a picture here, and we [? send another or give the money back].',
  ],
  ['When is it in stock again?', '[? How one is told.]'],
  ['Which size do I need?', '[? A table of sizes, and how to measure.]'],
  ['Can I see or collect it somewhere?', 'At {business address}, [? when].'],
  ['Do you have gift vouchers?', '[? Yes, from which amount, and how long they are good.]'],
];

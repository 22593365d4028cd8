import type { Usual } from './proposed.ts';

/** Schools and whoever gives courses. */
export const school: readonly Usual[] = [
  ['What courses are there?', '[? Which, for whom, and where to find them all.]'],
  ['What does a course cost?', '[? Prices.] [? What is in them: books, examinations.]'],
  ['When does it begin, and how long does it last?', '[? Days and times.]'],
  ['How do I sign up, and until when?', '[? Where], until [? day].'],
  ['What do I have to know before?', '[? What is expected, and how to find the right level.]'],
  ['Is it online or on site?', '[? Which, and what one needs for it.]'],
  ['What if I miss a lesson?', '[? Whether it can be made up for, and how.]'],
  ['Can I cancel, and do I get my money back?', 'Until [? when]; [? how much comes back].'],
  ['Is there a certificate?', '[? Which, and who accepts it.]'],
  ['Can I pay in parts, or is there help with the fees?', '[? Instalments, discounts, grants.]'],
  ['Who teaches?', '[? Who they are, and what they know.]'],
  ['Can I come and see it first?', '[? Open days, a trial lesson.]'],
];

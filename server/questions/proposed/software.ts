import type { Usual } from './proposed.ts';

/** Software that is paid for by the month. */
export const software: readonly Usual[] = [
  ['What does it cost?', '[? Plans and prices.] You can change from one to another at any time.'],
  ['Can I try it first?', 'For [? days], [? with or without a card].'],
  [
    'I forgot my password. How do I get in?',
    'Choose “[? words]” where you sign in; the email comes within a few minutes.',
  ],
  ['How do I cancel?', 'Under [? where]. It goes on until the end of what you have paid for.'],
  ['Where do I find my invoices?', 'Under [? where], as PDF.'],
  ['How many people can use it?', '[? How many in which plan, and what one more costs.]'],
  ['Where is my data kept, and who can see it?', 'In [? country], [? how it is protected]. More on {policy page}.'],
  ['Can I bring my data with me, and take it out again?', 'In: [? formats]. Out: [? formats], at any time.'],
  ['Does it work together with other programs?', 'With [? which], and by [? an API].'],
  ['Is there an app for phones?', '[? For which, and where to find it.]'],
  [
    'It does not work right now. Is something down?',
    'How it stands is on [? page]. If all is well there, tell us what you see.',
  ],
  ['How do I reach a person?', 'Here, [? when], or at [? email].'],
];

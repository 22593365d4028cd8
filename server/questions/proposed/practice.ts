import type { Usual } from './proposed.ts';

/** Practices: doctors, dentists, therapists, advisers. */
export const practice: readonly Usual[] = [
  ['How do I get an appointment?', 'Here, by {business phone}, or [? where else].'],
  ['Do you take new patients?', '[? Yes / at the moment only for …]'],
  [
    'How do I cancel or move an appointment?',
    'Until [? when before it], here or by {business phone}. [? What a missed one costs.]',
  ],
  ['What does it cost, and does my insurance pay?', '[? Prices, and which insurances pay what.]'],
  ['It is urgent. What should I do?', '[? Whom to ring now.] In danger of life ring [? number] at once.'],
  ['What should I bring with me?', '[? Card, papers, a list of medicines.]'],
  ['Where are you, and where can I park?', '{business address}. [? Where to park, which bus, steps or a lift.]'],
  ['How do I get a repeat prescription?', '[? How, and how long it takes.]'],
  ['When do I hear my results?', 'Usually within [? days], [? by whom and how].'],
  ['Can somebody come with me?', '[? Yes.]'],
  ['Do you see children?', '[? From which age, and with whom.]'],
  ['Who sees what I tell you?', 'Only who treats you. More on {policy page}.'],
];

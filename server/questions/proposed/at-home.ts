import type { Usual } from './proposed.ts';

/** Services at people’s homes: fitters, cleaners, gardeners, movers. */
export const atHome: readonly Usual[] = [
  [
    'How much does it cost?',
    'It begins at [? price] and depends on [? what it depends on]. You get a fixed price before anything is done.',
  ],
  ['Do you come to where I live?', 'We work in [? places]. Tell us your postcode and we say at once.'],
  ['How soon can you come?', 'Usually within [? days]. In an emergency ring {business phone}.'],
  ['How long does the work take?', 'Most jobs take [? time]. We say how long yours will take before we begin.'],
  ['Do I have to be at home?', '[? Yes, somebody has to let us in / No, if we have a key.]'],
  ['Is there a guarantee?', 'On our work [? years], on parts what their maker gives, at least [? years].'],
  ['How do I pay?', 'By [? card, transfer, cash], [? when the work is done].'],
  [
    'Can I change or cancel an appointment?',
    'Until [? when before it] without any cost. Write here or ring {business phone}.',
  ],
  ['Are you insured and certified?', 'Yes: [? insurance] and [? certificates]. We send you the papers when you ask.'],
  ['What do I have to do before you come?', 'Please [? clear the place, have the keys and papers ready].'],
  ['What happens in an emergency outside opening hours?', '[? Whom to ring, and what it costs.]'],
  ['Do you clean up and take the rubbish away?', '[? Yes, it is in the price.]'],
];

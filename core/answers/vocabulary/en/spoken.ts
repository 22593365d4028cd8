import type { Vocabulary } from '../vocabulary.ts';

/** Addresses and numbers said out loud in English, and what stands around a postcode. */
export const spoken: Pick<Vocabulary, 'spokenEmail' | 'spokenDigits' | 'aroundPostcode'> = {
  spokenEmail: {
    at: /\s+at\s+/i,
    signs: [
      [/\s+dot\s+/gi, '.'],
      [/\s+underscore\s+/gi, '_'],
      [/\s+(?:dash|hyphen|minus)\s+/gi, '-'],
      [/\s+plus\s+/gi, '+'],
    ],
    before:
      /^(?:(?:ok|okay|sure|so|yes|well|hi|hello|please|you can|use|try|send it to|it is|it'?s|that'?s|that is|my|our|e-?mail|address|is|mail me|reach me)(?:[\s:,]+(?=\S)))*/i,
  },
  spokenDigits: {
    digits: {
      zero: '0',
      oh: '0',
      o: '0',
      nought: '0',
      one: '1',
      two: '2',
      three: '3',
      four: '4',
      five: '5',
      six: '6',
      seven: '7',
      eight: '8',
      nine: '9',
      plus: '+',
    },
    times: { double: 2, triple: 3, treble: 3 },
    said: /\b(?:zero|oh|nought|one|two|three|four|five|six|seven|eight|nine|double|triple|treble)\b/,
  },
  aroundPostcode:
    /^(?:it'?s|it is|my postcode is|postcode|i live in|we are in|we're in)[:\s]+|[.,!]?\s*(?:thanks|thank you|please)?[.!]*$/gi,
};

import type { Vocabulary } from '../vocabulary.ts';

/** Addresses and numbers said out loud in English, and what stands around a postcode. */
export const spoken: Pick<Vocabulary, 'spokenEmail' | 'spokenDigits' | 'aroundPostcode'> = {
  spokenEmail: {
    at: /[\s,]+at[\s,]+(?=\S+$)/i,
    signs: [
      [/[\s,]+(?:dot|full stop|point)[\s,]+/gi, '.'],
      [/[\s,]+underscore[\s,]+/gi, '_'],
      [/[\s,]+(?:dash|hyphen|minus)[\s,]+/gi, '-'],
      [/[\s,]+plus[\s,]+/gi, '+'],
    ],
    joined: /(?<=\S) (?=\S+ all one word\b)| all one word\b/gi,
    before:
      /^$|^(?:ok|okay|sure|yes|yeah|well|hi|hello|please|so)$|\b(?:is|its|[a-z]+ s|thats|that|be|use|try|to|me|on|at|by|via|mail|email|address|mine s|following|write|send|contact|reach)$/,
    never:
      /^(?:i m|we re|look|looking|am|is|are|be|it|here|there|see|ask|meet|me|us|you|call|ring|stay|live|work|working|good|arrive|home)$/,
    after: /(?:[\s,.!]+(?:please|thanks|thank you|ta|cheers|all lower ?case|all in lower ?case|no spaces))+[\s.!]*$/i,
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

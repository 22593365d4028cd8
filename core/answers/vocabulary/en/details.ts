import type { Vocabulary } from '../vocabulary.ts';

/** How what is known of a person is named, in English. */
export const details: Pick<Vocabulary, 'details'> = {
  details: {
    name: /\b(?:names?|who you are|called)\b/,
    email: /\b(?:e ?mails?|mail address|address to write to|write back)\b/,
    phone: /\b(?:phone|telephone|mobile|call you|ring you|number)\b/,
  },
};

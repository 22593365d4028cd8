import type { Vocabulary } from '../vocabulary.ts';

/** Places in a list, and several of one, in English. */
export const places: Pick<
  Vocabulary,
  | 'numerals'
  | 'ordinals'
  | 'last'
  | 'pleasantries'
  | 'beforeDigits'
  | 'beforeNumeral'
  | 'afterNumber'
  | 'aroundOrdinal'
  | 'meanings'
  | 'endings'
  | 'none'
  | 'all'
  | 'betweenChoices'
> = {
  numerals: ['one', 'two', 'three', 'four', 'five', 'six', 'seven', 'eight', 'nine', 'ten'],
  ordinals: ['first', 'second', 'third', 'fourth', 'fifth', 'sixth', 'seventh', 'eighth', 'ninth', 'tenth'],
  last: 'last',
  pleasantries: /(?: (?:please|pls|thanks|thank you|ta|cheers|mate|then|i think|i guess|i suppose))+$/,
  beforeDigits: /^(?:the )?(?:(?:number|no|option|answer|choice) )+/,
  beforeNumeral: /^(?:the )?(?:(?:number|option|answer|choice) )+/,
  afterNumber: /^(?:the )?(\d{1,2})(?:st|nd|rd|th)(?: (?:one|option|answer|choice))?$/,
  aroundOrdinal: /^the | (?:one|option|answer|choice)(?: please| thanks| then)*$| (?:please|thanks|then)$/g,
  meanings: [
    {
      label:
        /^(?:(?:don t|dont|do not) know|not (?:sure|certain|decided)|unsure|undecided|no idea|can t (?:say|remember|tell))\b/,
      said: /^(?:(?:don t|dont|do not) (?:know|remember|recall)|idk|dunno|not (?:too |entirely )?(?:sure|certain)|unsure|(?:have |got |have got )?no (?:idea|clue)|(?:haven t|have not) (?:got )?(?:a clue|an idea|any idea|the foggiest|the faintest)|not a clue|(?:can t|cant|cannot)(?: remember| recall| tell)?|couldn t(?: tell(?: you)?)?|who knows|search me|beats me|you tell me|hard to say|difficult to say|(?:have|d have|need) to check|never (?:looked|checked|noticed))(?: (?:yet|which|which one|what it is|that one|what kind|offhand|off hand|off the top of my head|at all|at))*$/,
    },
    {
      label: /^(?:something|anything|someone) (?:else|different)$|^others?\b/,
      said: /^(?:something|anything) (?:else|different)(?: entirely| altogether)?$|^(?:an)?other(?: kind| type| sort)?$/,
    },
  ],
  endings: /(?:ing|ers?|ed|es|s)$/,
  none: ['none', 'none of these', 'none of them', 'nothing', 'no', 'neither'],
  all: ['all', 'all of them', 'everything'],
  betweenChoices: /[,;+&\n]|\band\b|\bplus\b/i,
};

import type { Vocabulary } from '../vocabulary.ts';

/** Places in a list, and several of one, in English. */
export const places: Pick<
  Vocabulary,
  | 'numerals'
  | 'ordinals'
  | 'last'
  | 'beforeDigits'
  | 'beforeNumeral'
  | 'afterNumber'
  | 'aroundOrdinal'
  | 'none'
  | 'all'
  | 'betweenChoices'
> = {
  numerals: ['one', 'two', 'three', 'four', 'five', 'six', 'seven', 'eight', 'nine', 'ten'],
  ordinals: ['first', 'second', 'third', 'fourth', 'fifth', 'sixth', 'seventh', 'eighth', 'ninth', 'tenth'],
  last: 'last',
  beforeDigits: /^(?:number|no|option|answer) /,
  beforeNumeral: /^(?:number|option|answer) /,
  afterNumber: /^(?:the )?(\d{1,2})(?:st|nd|rd|th)(?: one)?$/,
  aroundOrdinal: /^the | (?:one|option|answer|choice)(?: please| thanks| then)*$| (?:please|thanks|then)$/g,
  none: ['none', 'none of these', 'none of them', 'nothing', 'no', 'neither'],
  all: ['all', 'all of them', 'everything'],
  betweenChoices: /[,;+&\n]|\band\b|\bplus\b/i,
};

import { en as reader } from 'chrono-node';
import { type NamedDay, nextNamed } from '../named-days.ts';
import type { Vocabulary } from '../vocabulary.ts';

/** What may stand around the name of a day. */
const ofDays = /^(?:(?:on|at|by|around|this|next|for|the) )+|(?: (?:day|please|thanks|this year))+$/g;

const daysOfYear: Readonly<Record<string, NamedDay>> = {
  christmas: [12, 25],
  xmas: [12, 25],
  'christmas eve': [12, 24],
  'xmas eve': [12, 24],
  boxing: [12, 26],
  'new year s': [1, 1],
  'new years': [1, 1],
  'new year': [1, 1],
  'new year s eve': [12, 31],
  'new years eve': [12, 31],
  'valentine s': [2, 14],
  valentines: [2, 14],
  halloween: [10, 31],
  'bonfire night': [11, 5],
  easter: { fromEaster: 0 },
  'easter sunday': { fromEaster: 0 },
  'easter monday': { fromEaster: 1 },
  'good friday': { fromEaster: -2 },
};

/** Days as they are named in English. */
export const dates: Pick<
  Vocabulary,
  'dates' | 'around' | 'vagueDates' | 'pastDates' | 'besideDates' | 'monthFirst' | 'month'
> = {
  dates: { monthFirst: reader.casual, dayFirst: reader.GB },
  around: {
    shifts: [
      [/\b(?:the )?day after (tomorrow)\b/, 1],
      [/\b(?:the )?day before (yesterday)\b/, -1],
      [/\b(?:the )?day after ((?:next |this |on )?[a-z]+day)\b/, 1],
      [/\b(?:the )?day before ((?:next |this |on )?[a-z]+day)\b/, -1],
      [
        /\b(?:(?:a|one) fortnight|(?:two|2) weeks) (?:on|from|after) ((?:this |next )?(?:[a-z]+day|tomorrow|today))\b/,
        14,
      ],
      [/\b(?:a|one) week (?:on|from|after) ((?:this |next )?(?:[a-z]+day|tomorrow|today))\b/, 7],
      [/\b((?:mon|tues|wednes|thurs|fri|satur|sun)day|tomorrow|today) fortnight\b/, 14],
      [/\b((?:mon|tues|wednes|thurs|fri|satur|sun)day|tomorrow|today) week\b/, 7],
      [/\b(?:in|after) a fortnight( )?/, 14],
    ],
    named(words, today) {
      const plain = words.replace(ofDays, '');
      if (plain === '' && words !== '') return undefined;
      const day = Object.hasOwn(daysOfYear, plain) ? daysOfYear[plain] : undefined;
      return day && nextNamed(day, today);
    },
    ofMonth:
      /^(?:(?:on|by|from|about|around) )?the (\d{1,2})(?:st|nd|rd|th)?(?: (?:please|then|thanks))*$|^(?:on )?(\d{1,2})(?:st|nd|rd|th)(?: please)?$/,
  },
  /** What names a stretch of days, and no day. */
  vagueDates:
    /\b(?:weekend|end of|start of|beginning of|middle of|mid|(?:next|this|coming|following|last) (?:month|year|quarter)|couple of|few|several|(?:early|late) (?:in )?(?:jan|feb|mar|apr|may|jun|jul|aug|sep|oct|nov|dec|next|this)[a-z]*|from [a-z]+ on|onwards|last day|first day|(?:first|second|third|last) [a-z]+day (?:in|of)|^(?:right )?now$|spring|summer|autumn|winter)\b/,
  pastDates: /\b(?:last|past|previous|ago|was|were|since|had|started|moved|born)\b/,
  besideDates: new Set(
    'on the at by in of for from around about approx approximately please thanks thank you maybe perhaps i we d would will like it s is it its that this then be would could can do should make lets let us me say think guess probably suits works work good great fine best ideally preferably sometime some time day date early late morning afternoon evening noon lunchtime midday am pm o clock ok okay yes yeah sure how was were born had started moved on my birthday our our s see you hopefully is would prefer prefer preferred aiming hoping planning come visit'.split(
      ' ',
    ),
  ),
  monthFirst: ['en-US', 'en-CA', 'en-PH'],
  month: /\b(jan|feb|mar|apr|may|jun|jul|aug|sep|oct|nov|dec)/i,
};

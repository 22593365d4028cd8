import { en as reader } from 'chrono-node';
import { type NamedDay, nextNamed } from '../named-days.ts';
import type { Vocabulary } from '../vocabulary.ts';
import { numbers } from './numbers.ts';

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

const weekday = '(?:(?:mon|tues|wednes|thurs|fri|satur|sun)day|mon|tues?|wed|thurs?|fri|sat|sun)';
const months =
  '(?:jan(?:uary)?|feb(?:ruary)?|mar(?:ch)?|apr(?:il)?|may|june?|july?|aug(?:ust)?|sept?(?:ember)?|oct(?:ober)?|nov(?:ember)?|dec(?:ember)?)';
/** Days of the year as they are named in a sentence, the longest first. */
const named = Object.keys(daysOfYear)
  .sort((a, b) => b.length - a.length)
  .map(name => `${name.replace(/ s\b/, "['’ ]s")}(?: day)?`)
  .join('|');

/** How many days, weeks or months are said in a word. */
const MOST_IN_WORDS = 12;
const counts: Readonly<Record<string, number>> = {
  a: 1,
  an: 1,
  ...Object.fromEntries(Object.entries(numbers.numbers).filter(([, count]) => count >= 1 && count <= MOST_IN_WORDS)),
};
/** A day that others are counted from. */
const another = `(?:(?:next|this|on) )?(?:${weekday}|${named})|tomorrow|yesterday|today`;
const count = `\\d{1,2}|${Object.keys(counts).join('|')}`;

const units = 'first second third fourth fifth sixth seventh eighth ninth'.split(' ');
const teens =
  'tenth eleventh twelfth thirteenth fourteenth fifteenth sixteenth seventeenth eighteenth nineteenth'.split(' ');
/** First to thirty-first. */
const ordinals: ReadonlyMap<string, number> = new Map([
  ...units.map((unit, index) => [unit, index + 1] as const),
  ...teens.map((teen, index) => [teen, index + 10] as const),
  ...units.map((unit, index) => [`twenty ${unit}`, index + 21] as const),
  ['twentieth', 20],
  ['thirtieth', 30],
  ['thirty first', 31],
]);
const ordinal = [...ordinals.keys()]
  .sort((a, b) => b.length - a.length)
  .map(name => name.replace(' ', '[ -]'))
  .join('|');
const nth = (words: string): string => `${ordinals.get(words.replace('-', ' '))}th`;

/** Days as they are named in English. */
export const dates: Pick<
  Vocabulary,
  'dates' | 'around' | 'vagueDates' | 'pastDates' | 'besideDates' | 'monthFirst' | 'month'
> = {
  dates: { monthFirst: reader.casual, dayFirst: reader.GB },
  around: {
    shifts: [
      new RegExp(`\\b(?:(?:the|a|one) )?(?<unit>day) (?:(?<back>before)|after|following) (?<from>${another})\\b`),
      new RegExp(
        `\\b(?<count>${count}) (?<unit>day|week|fortnight)s? (?:(?<back>before)|after|following) (?<from>${another})\\b`,
      ),
      new RegExp(
        `\\b(?:in )?(?<count>${count}) (?<unit>day|week|fortnight|month|year)s? (?:on |from |after )?(?<from>(?:this |next )?${weekday}|tomorrow|today)\\b`,
      ),
      new RegExp(`\\b(?<from>${weekday}|tomorrow|today) (?<unit>week|fortnight)\\b`),
      /\b(?:in|after) (?<count>a|one) (?<unit>fortnight|year)\b/,
    ],
    counts,
    units: {
      day: { days: 1 },
      week: { days: 7 },
      fortnight: { days: 14 },
      month: { months: 1 },
      year: { years: 1 },
    },
    written: [
      [/\b(?:tmw|tmrw|tmr|tomoz|2moro|2morrow|tomorow|tommorow|tommorrow)\b/, () => 'tomorrow'],
      [/\bnxt\b/, () => 'next'],
      [
        new RegExp(
          `(?<=\\bthe |${months} )(?:${ordinal})\\b(?! (?:week|weekend|month|half|quarter|thing|${weekday}))`,
          'g',
        ),
        nth,
      ],
      [new RegExp(`\\b(?:${ordinal})(?= (?:of )?${months})`, 'g'), nth],
      [/\b(?:first|last) thing\b/, () => ''],
      [/\b(?:this (?:morning|afternoon|evening)|tonight|later today)\b/, () => 'today'],
      [new RegExp(`\\bat (?:half past |quarter (?:past|to) )?(?:${Object.keys(counts).join('|')})\\b`), () => ''],
      // “Friday the 4th of December”, “6th of the 12th”
      [/\b(\d{1,2})(?:st|nd|rd|th)? of the (\d{1,2})(?:st|nd|rd|th)\b/, (_, day, month) => `${day}/${month}`],
      [new RegExp(`\\b(${weekday}|${months}),? the (?=\\d)`), (_, name) => `${name} `],
    ],
    named(words, today) {
      const plain = words.replace(ofDays, '');
      if (plain === '' && words !== '') return undefined;
      const day = Object.hasOwn(daysOfYear, plain) ? daysOfYear[plain] : undefined;
      return day && nextNamed(day, today);
    },
    ofMonth: new RegExp(
      `^(?<before>(?:[a-z]+ )*?)(?:(?<weekday>${weekday}) )?(?:the )?(?<day>\\d{1,2})(?:(?:st|nd|rd|th)|(?<=\\bthe \\d{1,2}))(?<after>(?: [a-z]+)*)$`,
    ),
    weekdays: ['mon', 'tue', 'wed', 'thu', 'fri', 'sat', 'sun'],
  },
  /** What names a stretch of days, and no day. */
  vagueDates:
    /\b(?:weekend|within|end of|start of|beginning of|middle of|mid|(?:next|this|coming|following|last) (?:month|year|quarter)|couple of|few|several|(?:early|late) (?:in )?(?:jan|feb|mar|apr|may|jun|jul|aug|sep|oct|nov|dec|next|this)[a-z]*|from [a-z]+ on|onwards|last day|first day|(?:first|second|third|last) [a-z]+day (?:in|of)|^(?:right )?now$|spring|summer|autumn|winter)\b/,
  pastDates: /\b(?:last|past|previous|ago|was|were|since|had|started|moved|born)\b/,
  besideDates: new Set(
    'on the at by in of for from around about approx approximately please thanks thank you maybe perhaps i we d would will like it s is it its that this then be would could can do should make lets let us me say think guess probably suits works work good great fine best ideally preferably sometime some time day date early late morning afternoon evening noon lunchtime midday am pm o clock ok okay yes yeah sure how was were born had started moved on my birthday our our s see you hopefully is would prefer prefer preferred aiming hoping planning come coming visit if possible'.split(
      ' ',
    ),
  ),
  monthFirst: ['en-US', 'en-CA', 'en-PH'],
  month: /\b(jan|feb|mar|apr|may|jun|jul|aug|sep|oct|nov|dec)/i,
};

import { stemmer as arabic } from '@orama/stemmers/arabic';
import { stemmer as armenian } from '@orama/stemmers/armenian';
import { stemmer as bulgarian } from '@orama/stemmers/bulgarian';
import { stemmer as danish } from '@orama/stemmers/danish';
import { stemmer as dutch } from '@orama/stemmers/dutch';
import { stemmer as english } from '@orama/stemmers/english';
import { stemmer as finnish } from '@orama/stemmers/finnish';
import { stemmer as french } from '@orama/stemmers/french';
import { stemmer as german } from '@orama/stemmers/german';
import { stemmer as greek } from '@orama/stemmers/greek';
import { stemmer as hungarian } from '@orama/stemmers/hungarian';
import { stemmer as indian } from '@orama/stemmers/indian';
import { stemmer as indonesian } from '@orama/stemmers/indonesian';
import { stemmer as irish } from '@orama/stemmers/irish';
import { stemmer as italian } from '@orama/stemmers/italian';
import { stemmer as lithuanian } from '@orama/stemmers/lithuanian';
import { stemmer as nepali } from '@orama/stemmers/nepali';
import { stemmer as norwegian } from '@orama/stemmers/norwegian';
import { stemmer as portuguese } from '@orama/stemmers/portuguese';
import { stemmer as romanian } from '@orama/stemmers/romanian';
import { stemmer as russian } from '@orama/stemmers/russian';
import { stemmer as serbian } from '@orama/stemmers/serbian';
import { stemmer as spanish } from '@orama/stemmers/spanish';
import { stemmer as swedish } from '@orama/stemmers/swedish';
import { stemmer as tamil } from '@orama/stemmers/tamil';
import { stemmer as turkish } from '@orama/stemmers/turkish';
import { stemmer as ukrainian } from '@orama/stemmers/ukrainian';

/** What a word is without its ending, in each language for which that is known (Snowball stemmers), by its code. */
export const stems: Readonly<Record<string, (word: string) => string>> = {
  ar: arabic,
  bg: bulgarian,
  da: danish,
  de: german,
  el: greek,
  en: english,
  es: spanish,
  fi: finnish,
  fr: french,
  ga: irish,
  hi: indian,
  hu: hungarian,
  hy: armenian,
  id: indonesian,
  it: italian,
  lt: lithuanian,
  nb: norwegian,
  nn: norwegian,
  no: norwegian,
  ne: nepali,
  nl: dutch,
  pt: portuguese,
  ro: romanian,
  ru: russian,
  sr: serbian,
  sv: swedish,
  ta: tamil,
  tr: turkish,
  uk: ukrainian,
};

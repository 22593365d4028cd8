import { stemmer as english } from '@orama/stemmers/english';
import { stemmer as french } from '@orama/stemmers/french';
import { stemmer as german } from '@orama/stemmers/german';
import { stemmer as spanish } from '@orama/stemmers/spanish';
import { concepts } from './en/concepts.ts';
import { idle } from './en/idle.ts';
import { topics } from './en/topics.ts';

/** What helps to find articles in one language; of most there are only words. */
export interface QuestionLanguage {
  /** What a word is without its ending. */
  stem(word: string): string;
  /** Words that say nothing of what is asked. */
  idle: ReadonlySet<string>;
  /**
   * What customers ask of businesses, whatever the business: each thing by a name of ours, with the words and turns of phrase that tell
   * of it, between bars (“how much | ballpark figure”).
   */
  concepts: Readonly<Record<string, string>>;
}

const languages: Readonly<Record<string, QuestionLanguage>> = {
  en: { stem: english, idle, concepts: { ...concepts, ...topics } },
  de: { stem: german, idle: new Set(), concepts: {} },
  fr: { stem: french, idle: new Set(), concepts: {} },
  es: { stem: spanish, idle: new Set(), concepts: {} },
};

/** What helps in a language by its code (“en”, “en-GB”); without a stem for any word where we know nothing of it. */
export function questionLanguageOf(code: string): QuestionLanguage {
  const [primary = ''] = code.toLowerCase().split('-');
  return Object.hasOwn(languages, primary)
    ? languages[primary]!
    : { stem: word => word, idle: new Set(), concepts: {} };
}

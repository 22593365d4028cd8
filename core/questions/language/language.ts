import { concepts } from './en/concepts.ts';
import { idle } from './en/idle.ts';
import { topics } from './en/topics.ts';
import { stems } from './stems.ts';

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

/** What is known beside the stems. */
const known: Readonly<Record<string, Pick<QuestionLanguage, 'idle' | 'concepts'>>> = {
  en: { idle, concepts: { ...concepts, ...topics } },
};
const nothing: Pick<QuestionLanguage, 'idle' | 'concepts'> = { idle: new Set(), concepts: {} };

const each = new Map(
  Object.entries(stems).map(([code, stem]): [string, QuestionLanguage] => [
    code,
    { stem, ...(known[code] ?? nothing) },
  ]),
);
const unknown: QuestionLanguage = { stem: word => word, ...nothing };

/** What helps in a language by its code (“en”, “en-GB”); without a stem for any word where we know nothing of it. */
export const questionLanguageOf = (code: string): QuestionLanguage =>
  each.get(code.toLowerCase().split('-')[0]!) ?? unknown;

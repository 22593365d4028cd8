import { lineOf, type SpokenLine } from '../flow/line.ts';
import { type AlertAbout, en } from './en.ts';

/** What the core says by itself to visitors and tells teams, in one language. */
export type Messages = typeof en;
type Said = Messages['visitor'];
export type Code = keyof Said;
/** What the words of a code depend on. */
export type About<C extends Code> = Parameters<Said[C]>[0];

/** The languages that there are words in, by the first part of their BCP 47 tag. */
const languages: Readonly<Record<string, Messages>> = { en };

/** The words in a language, or in English where it has none yet. */
export function messagesIn(language: string): Messages {
  return languages[language.split('-')[0]!.toLowerCase()] ?? en;
}

/** What a visitor is told, in their language. */
export function message<C extends Code>(language: string, code: C, ...about: Parameters<Said[C]>): string {
  return (messagesIn(language).visitor[code] as (...about: Parameters<Said[C]>) => string)(...about);
}

/** The same, as a line of its own. */
export function spoken<C extends Code>(language: string, code: C, ...about: Parameters<Said[C]>): SpokenLine {
  return lineOf(message(language, code, ...about));
}

/** What members are told, by the code of what it is of; undefined of what this build does not know. */
export function alertWords(language: string, alert: string, about: AlertAbout): string | undefined {
  return messagesIn(language).alerts[alert]?.(about);
}

type Letters = Messages['letters'];

/** What stands in emails and notifications to members beside that. */
export function letterWords<C extends keyof Letters>(
  language: string,
  code: C,
  ...about: Parameters<Letters[C]>
): string {
  return (messagesIn(language).letters[code] as (...about: Parameters<Letters[C]>) => string)(...about);
}

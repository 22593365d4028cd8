import { en } from './en.ts';

/** The languages that the window speaks, by the first part of their BCP 47 tag. */
const languages: Readonly<Record<string, typeof en>> = { en };

/** What the window says by itself, in the language of the business, or in English where it has no words in it yet. */
export const messages = languages[(document.documentElement.lang || 'en').split('-')[0]!.toLowerCase()] ?? en;

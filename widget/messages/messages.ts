import { en } from './en.ts';
import { inOurLanguage } from './language.ts';

/** What the window says by itself. */
export const messages = inOurLanguage({ en });

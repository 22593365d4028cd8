import { inOurLanguage } from './language.ts';
import { en } from './parts-en.ts';

/** What the parts of the window say that are loaded when one meets them: it is loaded with them. */
export const partMessages = inOurLanguage({ en });

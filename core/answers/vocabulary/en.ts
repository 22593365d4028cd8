import { dates } from './en/dates.ts';
import { details } from './en/details.ts';
import { numbers } from './en/numbers.ts';
import { orders } from './en/orders.ts';
import { places } from './en/places.ts';
import { spoken } from './en/spoken.ts';
import { wishes } from './en/wishes.ts';
import { yesNo } from './en/yes-no.ts';
import type { Vocabulary } from './vocabulary.ts';

/** What visitors write in English. Another language is a folder like this one, and a line in `vocabularies.ts`. */
export const en: Vocabulary = {
  ...orders,
  ...yesNo,
  ...numbers,
  ...places,
  ...dates,
  ...spoken,
  ...details,
  ...wishes,
};

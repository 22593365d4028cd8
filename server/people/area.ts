import type { Area } from '../house/area.ts';
import { keepConsents } from './effects/consents.ts';
import { rememberFacts } from './effects/remember.ts';
import { consents, peopleWords, people as table } from './model.ts';
import { peopleDoors } from './routes.ts';

/** The people behind visitors, and what they agreed to. */
export const people: Area = {
  name: 'people',
  tables: [table, peopleWords, consents],
  doors: peopleDoors,
  effects: house => [keepConsents(house), rememberFacts(house)],
};

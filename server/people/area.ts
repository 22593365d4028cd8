import type { Area } from '../house/area.ts';
import { inParts } from '../house/person.ts';
import { keepConsents } from './effects/consents.ts';
import { rememberFacts } from './effects/remember.ts';
import { newWithEmail } from './found.ts';
import { consents, peopleWords, people as table } from './model.ts';
import { PersonalRecord } from './record.ts';
import { peopleDoors } from './routes.ts';

/** The people behind visitors, and what they agreed to. */
export const people: Area = {
  name: 'people',
  tables: [table, peopleWords, consents],
  offers: house => ({ record: new PersonalRecord(house) }),
  doors: peopleDoors,
  day: ({ database }) => [
    {
      code: 'emails',
      count: (workspace, from, to) => newWithEmail(database, workspace, from, to),
    },
  ],
  personal: ({ tables }) => ({
    tell: ({ workspace, visitors }) => [
      {
        name: 'consents',
        rows: inParts(visitors, visitorId => tables.in(workspace).of(consents).all({ visitorId }, { by: 'id' })),
      },
    ],
    async erase({ workspace, visitors }, transaction) {
      if (visitors.length > 0)
        await tables
          .in(workspace)
          .of(consents)
          .remove({ visitorId: [...visitors] }, { transaction });
    },
  }),
  effects: house => [keepConsents(house), rememberFacts(house)],
};

import type { Area } from '../house/area.ts';
import type { House } from '../house/house.ts';
import { inParts } from '../house/person.ts';
import { TellingBooks } from './alerts/book.ts';
import { alertListener } from './alerts/listener.ts';
import { mails } from './alerts/mails.ts';
import { missedAlerts } from './alerts/missed.ts';
import { PushService } from './alerts/push-service.ts';
import { pushes } from './alerts/pushes.ts';
import { tellingDoors } from './alerts/routes.ts';
import { seenAlerts } from './alerts/seen.ts';
import { shipTellings, TellingService } from './alerts/service.ts';
import { noticeListener } from './listener.ts';
import {
  alertSendings,
  alerts,
  ownTellings,
  pushKeys,
  pushPlaces,
  notices as table,
  tellings,
  testNotices,
} from './model.ts';
import { lastTest, noticeDoors } from './routes.ts';

interface Parts {
  books: TellingBooks;
  push: PushService;
}
const made = new WeakMap<House, Parts>();
const partsOf = (house: House): Parts => {
  const parts = made.get(house) ?? { books: new TellingBooks(house), push: new PushService(house.options.standIns) };
  made.set(house, parts);
  return parts;
};

/** What members are told, in the studio and elsewhere. */
export const notices: Area = {
  name: 'notices',
  tables: [table, testNotices, tellings, ownTellings, pushPlaces, pushKeys, alerts, alertSendings],
  begins: (workspace, { tables }, transaction) => shipTellings(tables, workspace, transaction),
  doors(doors, house) {
    noticeDoors(doors, house);
    const { books, push } = partsOf(house);
    tellingDoors(doors, house, new TellingService(house, books, push));
  },
  duties: house => [pushes(house, partsOf(house).push), mails(house)],
  studio(socket, me, house) {
    seenAlerts(socket, me, house);
    missedAlerts(socket, me, house, partsOf(house).books);
  },
  close: house => made.get(house)?.push.close(),
  personal: ({ tables }) => ({
    tell: ({ workspace, conversations }) => [
      {
        name: 'notices',
        rows: inParts(conversations, conversationId =>
          tables.in(workspace).of(table).all({ conversationId }, { by: 'id' }),
        ),
      },
      {
        name: 'alerts',
        rows: inParts(conversations, conversationId =>
          tables.in(workspace).of(alerts).all({ conversationId }, { by: 'id' }),
        ),
      },
    ],
    async erase({ workspace, conversations }, transaction) {
      if (conversations.length === 0) return;
      const ofTheirs = { conversationId: [...conversations] };
      const rows = tables.in(workspace);
      await rows.of(table).remove(ofTheirs, { transaction });
      // What was sent of them goes with them.
      await rows.of(alerts).remove(ofTheirs, { transaction });
    },
  }),
  keeps: ({ tables }) => [
    {
      name: 'notices',
      days: 90,
      clear: (at, most) => tables.everywhere(table).remove({ at: { before: at } }, { most }),
    },
    {
      name: 'alerts',
      days: 30,
      clear: (at, most) => tables.everywhere(alerts).remove({ at: { before: at } }, { most }),
    },
    {
      name: 'test notices',
      days: 400,
      clear: (at, most) => tables.everywhere(testNotices).remove({ at: { before: at } }, { most }),
    },
  ],
  todo: ({ tables }) => [
    {
      code: 'a test notice',
      async look(workspace) {
        const last = await lastTest(tables, workspace);
        return { done: last !== undefined && last.arrivedAt !== null };
      },
    },
  ],
  listeners: house => [noticeListener(house), alertListener(house, partsOf(house).books)],
};

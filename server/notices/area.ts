import type { Area } from '../house/area.ts';
import { inParts } from '../house/person.ts';
import { noticeListener } from './listener.ts';
import { notices as table, testNotices } from './model.ts';
import { lastTest, noticeDoors } from './routes.ts';

/** What members are told in the studio. */
export const notices: Area = {
  name: 'notices',
  tables: [table, testNotices],
  doors: noticeDoors,
  personal: ({ tables }) => ({
    tell: ({ workspace, conversations }) => [
      {
        name: 'notices',
        rows: inParts(conversations, conversationId =>
          tables.in(workspace).of(table).all({ conversationId }, { by: 'id' }),
        ),
      },
    ],
    async erase({ workspace, conversations }, transaction) {
      if (conversations.length > 0)
        await tables
          .in(workspace)
          .of(table)
          .remove({ conversationId: [...conversations] }, { transaction });
    },
  }),
  keeps: ({ tables }) => [
    {
      name: 'notices',
      days: 90,
      clear: (at, most) => tables.everywhere(table).remove({ at: { before: at } }, { most }),
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
  listeners: house => [noticeListener(house)],
};

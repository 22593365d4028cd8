import type { Area } from '../house/area.ts';
import { inParts } from '../house/person.ts';
import { noticeListener } from './listener.ts';
import { notices as table } from './model.ts';
import { noticeDoors } from './routes.ts';

/** What members are told in the studio. */
export const notices: Area = {
  name: 'notices',
  tables: [table],
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
  ],
  todo: ({ tables }) => [
    {
      code: 'a test notice',
      async look(workspace) {
        const sent = await tables.in(workspace).of(table).all({ conversationId: null }, { by: 'id', most: 50 });
        return { done: sent.some(({ arrivedAt }) => arrivedAt !== null) };
      },
    },
  ],
  listeners: house => [noticeListener(house)],
};

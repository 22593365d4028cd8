import type { Area } from '../house/area.ts';
import { noticeListener } from './listener.ts';
import { notices as table } from './model.ts';
import { noticeDoors } from './routes.ts';

/** What members are told in the studio. */
export const notices: Area = {
  name: 'notices',
  tables: [table],
  doors: noticeDoors,
  keeps: ({ tables }) => [
    {
      name: 'notices',
      days: 90,
      clear: (at, most) => tables.everywhere(table).remove({ at: { before: at } }, { most }),
    },
  ],
  listeners: house => [noticeListener(house)],
};

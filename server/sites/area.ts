import type { Tables } from '../database/rows.ts';
import type { Area } from '../house/area.ts';
import { Boarding, instanceSecret } from './boarding.ts';
import { instance, sites as table } from './model.ts';
import { siteDoors } from './routes.ts';
import { Sites } from './service.ts';
import { settingUpDoors } from './setting-up.ts';

const made = new WeakMap<Tables, Sites>();

function sitesOf(tables: Tables): Sites {
  const known = made.get(tables) ?? new Sites(tables);
  made.set(tables, known);
  return known;
}

/** The web sites that carry the chat, and what their pages load. */
export const sites: Area = {
  name: 'sites',
  tables: [table, instance],
  offers: async ({ tables }) => ({
    sites: sitesOf(tables),
    boarding: new Boarding(await instanceSecret(tables)),
  }),
  todo: ({ tables }) => [
    {
      code: 'a site',
      async look(workspace) {
        const all = await tables.in(workspace).of(table).all({}, { by: 'id' });
        const seen = all.filter(({ seenAt }) => seenAt !== null).sort((a, b) => Number(b.seenAt) - Number(a.seenAt))[0];
        return {
          done: seen !== undefined,
          about: {
            sites: all.length,
            name: (seen ?? all[0])?.name ?? '',
            ...(seen?.seenAt ? { at: seen.seenAt.toISOString(), on: seen.seenOn ?? '' } : {}),
          },
        };
      },
    },
  ],
  doors(doors, house) {
    siteDoors(doors, house, sitesOf(house.tables));
    settingUpDoors(doors, house, sitesOf(house.tables));
  },
};

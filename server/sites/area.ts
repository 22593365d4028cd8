import type { Tables } from '../database/rows.ts';
import type { Area } from '../house/area.ts';
import { beforeDoors } from './before.ts';
import { Boarding, instanceSecret } from './boarding.ts';
import { Pages } from './install/pages.ts';
import { installDoors } from './install/routes.ts';
import { Loaders } from './loaders.ts';
import { lookDoors } from './look-routes.ts';
import { Looks } from './looks.ts';
import { instance, looks as kept, sitePages, sites as table } from './model.ts';
import { siteDoors } from './routes.ts';
import { Sites } from './service.ts';
import { settingUpDoors } from './setting-up.ts';
import { Trials, trialDoors } from './trials.ts';

const made = new WeakMap<Tables, Sites>();

function sitesOf(tables: Tables): Sites {
  const known = made.get(tables) ?? new Sites(tables);
  made.set(tables, known);
  return known;
}

/** The web sites that carry the chat, and what their pages load. */
export const sites: Area = {
  name: 'sites',
  tables: [table, sitePages, kept, instance],
  async offers({ tables }) {
    const secret = await instanceSecret(tables);
    return { sites: sitesOf(tables), boarding: new Boarding(secret), trials: new Trials(secret) };
  },
  todo: ({ tables }) => [
    {
      code: 'a look',
      async look(workspace) {
        const all = await tables
          .in(workspace)
          .of(table)
          .all({}, { by: 'id', only: ['id', 'lookNumber'] });
        const chosen = all.find(({ lookNumber }) => lookNumber > 0);
        return { done: chosen !== undefined, about: { site: (chosen ?? all[0])?.id ?? '' } };
      },
    },
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
  keeps: ({ tables }) => [
    {
      name: 'pages that had the chat',
      days: 90,
      clear: (before, most) => tables.everywhere(sitePages).remove({ seenAt: { before } }, { most }),
    },
  ],
  doors(doors, house) {
    const looks = new Looks(house);
    const loaders = new Loaders(house, looks);
    beforeDoors(doors, house, sitesOf(house.tables).asked);
    siteDoors(doors, house, looks, loaders);
    installDoors(doors, house, sitesOf(house.tables), new Pages(house.tables));
    lookDoors(doors, house, looks, loaders);
    trialDoors(doors, house);
    settingUpDoors(doors, house, sitesOf(house.tables), loaders);
  },
};

import type { Tables } from '../database/rows.ts';
import type { Area } from '../house/area.ts';
import type { House } from '../house/house.ts';
import type { Site } from '../house/ports.ts';
import { beforeDoors } from './before.ts';
import { Boarding, instanceSecret } from './boarding.ts';
import { Pages } from './install/pages.ts';
import { installDoors } from './install/routes.ts';
import { Loaders } from './loaders.ts';
import { lookDoors } from './look-routes.ts';
import { Looks } from './looks.ts';
import {
  cueDays,
  instance,
  looks as kept,
  reachArrivals,
  reaches as reachTable,
  sitePages,
  sites as table,
} from './model.ts';
import { Arrivals } from './reach/arrivals.ts';
import { CueCounts } from './reach/counts.ts';
import { reachOfPages } from './reach/page.ts';
import { Reaches } from './reach/reaches.ts';
import { meets, reachDoors } from './reach/routes.ts';
import { siteDoors } from './routes.ts';
import { Sites } from './service.ts';
import { settingUpDoors } from './setting-up.ts';
import { SignIns, signInDoors } from './sign-in.ts';
import { Trials, trialDoors } from './trials.ts';

const made = new WeakMap<Tables, Sites>();

function sitesOf(tables: Tables): Sites {
  const known = made.get(tables) ?? new Sites(tables);
  made.set(tables, known);
  return known;
}

interface ReachParts {
  reaches: Reaches;
  counts: CueCounts;
  arrivals: Arrivals;
}
const reach = new WeakMap<House, ReachParts>();

function reachOf(house: House): ReachParts {
  const known = reach.get(house);
  if (known) return known;
  const counts = new CueCounts(house.database);
  const parts = { reaches: new Reaches(house, counts), counts, arrivals: new Arrivals(house.tables) };
  reach.set(house, parts);
  return parts;
}

/** The web sites that carry the chat, and what their pages load. */
export const sites: Area = {
  name: 'sites',
  tables: [table, sitePages, kept, instance, reachTable, cueDays, reachArrivals],
  async offers(house) {
    const { tables } = house;
    const secret = await instanceSecret(tables);
    const sites = Object.assign(sitesOf(tables), { meets: (site: Site) => meets(house, reachOf(house).reaches, site) });
    return {
      sites,
      boarding: new Boarding(secret),
      trials: new Trials(secret),
      signIns: new SignIns(house.options.secret),
    };
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
    {
      name: 'some who came to pages',
      days: 30,
      clear: (before, most) =>
        tables.everywhere(reachArrivals).remove({ day: { before: before.toISOString().slice(0, 10) } }, { most }),
    },
    {
      name: 'how often cues were met',
      days: 90,
      clear: (before, most) =>
        tables.everywhere(cueDays).remove({ day: { before: before.toISOString().slice(0, 10) } }, { most }),
    },
  ],
  doors(doors, house) {
    const looks = new Looks(house);
    const { reaches, counts, arrivals } = reachOf(house);
    const loaders = new Loaders(house, looks, reaches);
    reachDoors(doors, house, { reaches, arrivals }, loaders);
    reachOfPages(doors, house, { reaches, counts, arrivals, loaders });
    signInDoors(doors, house, new SignIns(house.options.secret), () => loaders.forget());
    beforeDoors(doors, house, sitesOf(house.tables).asked);
    siteDoors(doors, house, looks, loaders);
    installDoors(doors, house, sitesOf(house.tables), new Pages(house.tables));
    lookDoors(doors, house, looks, loaders);
    trialDoors(doors, house);
    settingUpDoors(doors, house, sitesOf(house.tables), loaders);
  },
  async close(house) {
    const { counts, arrivals } = reachOf(house);
    await Promise.all([counts.close(), arrivals.close()]);
  },
};

import type { Area } from '../house/area.ts';
import { Boarding, instanceSecret } from './boarding.ts';
import { instance, sites as table } from './model.ts';
import { siteDoors } from './routes.ts';
import { Sites } from './service.ts';

/** The web sites that carry the chat, and what their pages load. */
export const sites: Area = {
  name: 'sites',
  tables: [table, instance],
  offers: async ({ tables }) => ({
    sites: new Sites(tables),
    boarding: new Boarding(await instanceSecret(tables)),
  }),
  doors: siteDoors,
};

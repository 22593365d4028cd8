import { siteRoutes } from '@kineta/contract';
import type { Request } from 'express';
import type { House } from '../house/house.ts';
import { notFound, ProblemError } from '../http/problem.ts';
import { type Doors, serve } from '../http/serve.ts';
import type { Loaders } from './loaders.ts';
import type { Sites } from './service.ts';

const MOST = 50;

/** What leads settle about the sites that carry the chat. */
export function settingUpDoors(doors: Doors, { ports, options }: House, sites: Sites, loaders: Loaders): void {
  const originOf = (request: Request): string => options.url ?? `${request.protocol}://${request.get('host')}`;
  const one = async (workspace: string, id: string, request: Request) => {
    const found = (await sites.detailed(workspace, originOf(request))).find(site => site.id === id);
    if (!found) throw notFound('site');
    return found;
  };
  serve(doors, siteRoutes.list, ({ request }, me) => sites.detailed(me.workspace, originOf(request)));
  serve(doors, siteRoutes.make, async ({ body, request }, me) => {
    if ((await sites.all(me.workspace)).length >= MOST)
      throw new ProblemError('not_allowed', `There are ${MOST} sites, and no more can be added.`);
    const { id } = await sites.make(me.workspace, body);
    return one(me.workspace, id, request);
  });
  serve(doors, siteRoutes.change, async ({ params, body, request }, me) => {
    await one(me.workspace, params.id, request);
    if (body.flow) {
      const flow = (await ports.flows.names(me.workspace)).find(({ id }) => id === body.flow);
      if (!flow?.published) {
        const message = 'Only a flow that is published can be met by visitors.';
        throw new ProblemError('invalid_request', message, { fields: [{ path: 'body.flow', message }] });
      }
    }
    await sites.change(me.workspace, params.id, body);
    loaders.forget();
    // How it is spoken on the site stands there.
    ports.directories.forget(me.workspace);
    return one(me.workspace, params.id, request);
  });
  serve(doors, siteRoutes.newKey, async ({ params, request }, me) => {
    await sites.newKey(me.workspace, params.id);
    loaders.forget();
    return one(me.workspace, params.id, request);
  });
}

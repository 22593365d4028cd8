import { lookRoutes } from '@kineta/contract';
import type { House } from '../house/house.ts';
import { type Doors, serve } from '../http/serve.ts';
import type { Loaders } from './loaders.ts';
import type { Looks } from './looks.ts';

/** What leads settle about how the chat looks. */
export function lookDoors(doors: Doors, { ports }: House, looks: Looks, loaders: Loaders): void {
  serve(doors, lookRoutes.get, ({ params }, me) => looks.get(me.workspace, params.id));
  serve(doors, lookRoutes.put, async ({ params, body }, me) => {
    const put = await looks.put(me.workspace, params.id, body);
    // What is said whichever flow leads stands there.
    ports.directories.forget(me.workspace);
    loaders.forget();
    return put;
  });
  serve(doors, lookRoutes.named, (_, me) => looks.named(me.workspace));
  serve(doors, lookRoutes.keep, ({ body }, me) => looks.keep(me.workspace, body));
  serve(doors, lookRoutes.remove, async ({ params }, me) => {
    await looks.remove(me.workspace, params.id);
    return { ok: true as const };
  });
}

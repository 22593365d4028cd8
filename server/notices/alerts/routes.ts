import { tellingRoutes } from '@kineta/contract';
import type { House } from '../../house/house.ts';
import { type Doors, serve } from '../../http/serve.ts';
import type { TellingService } from './service.ts';

export function tellingDoors(doors: Doors, { ports }: House, service: TellingService): void {
  const done = { ok: true as const };
  serve(doors, tellingRoutes.own, ({ query }, me) => service.own(me, query.endpoint));
  serve(doors, tellingRoutes.keepOwn, async ({ body }, me) => {
    await service.keepOwn(me, body);
    return done;
  });
  serve(doors, tellingRoutes.pushHere, ({ body, request }, me) =>
    service.pushHere(me, ports.sessions.nameOf(request.headers.cookie), body),
  );
  serve(doors, tellingRoutes.pushNoMore, async ({ params }, me) => {
    await service.pushNoMore(me, params.id);
    return done;
  });
  serve(doors, tellingRoutes.tryOut, ({ body }, me) => service.tryOut(me, body.channel));
  serve(doors, tellingRoutes.list, (_, me) => service.list(me.workspace));
  serve(doors, tellingRoutes.add, ({ body }, me) => service.add(me.workspace, body));
  serve(doors, tellingRoutes.change, ({ params, body }, me) => service.change(me.workspace, params.id, body));
  serve(doors, tellingRoutes.remove, async ({ params }, me) => {
    await service.remove(me.workspace, params.id);
    return done;
  });
}

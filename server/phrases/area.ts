import { phraseRoutes } from '@kineta/contract';
import type { Area } from '../house/area.ts';
import { serve } from '../http/serve.ts';
import { phrases as table } from './model.ts';
import { Phrasebook, shipTo } from './service.ts';

/** The phrasebook: what members write again and again. */
export const phrases: Area = {
  name: 'phrases',
  tables: [table],
  begins: (workspace, { tables }, transaction) => shipTo(tables, workspace, transaction),
  doors(doors, house) {
    const book = new Phrasebook(house);
    serve(doors, phraseRoutes.list, async (_, me) => ({ phrases: await book.list(me) }));
    serve(doors, phraseRoutes.add, ({ body }, me) => book.add(me, body));
    serve(doors, phraseRoutes.ship, async (_, me) => {
      await shipTo(house.tables, me.workspace);
      return { phrases: await book.list(me) };
    });
    serve(doors, phraseRoutes.change, ({ params, body }, me) => book.change(me, params.id, body));
    serve(doors, phraseRoutes.remove, async ({ params }, me) => {
      await book.remove(me, params.id);
      return { ok: true as const };
    });
    serve(doors, phraseRoutes.used, async ({ params }, me) => {
      await book.used(me, params.id);
      return { ok: true as const };
    });
  },
};

import { todayRoutes } from '@kineta/contract';
import type { Area } from '../house/area.ts';
import { serve } from '../http/serve.ts';
import { putAway, todayOf } from './service.ts';

/** What is still to do before visitors come, and how the day goes, as the areas say. */
export const today: Area = {
  name: 'today',
  doors(doors, house) {
    serve(doors, todayRoutes.get, (_, me) => todayOf(house, me));
    serve(doors, todayRoutes.putAway, async ({ body }, me) => {
      await putAway(house, me.workspace, body);
      return { ok: true as const };
    });
  },
};

import { outbox } from '../clockwork/model.ts';
import type { Area } from '../house/area.ts';
import { orderMeasures } from './measures.ts';
import { orderDoors } from './routes.ts';

/** What flows ordered for elsewhere and was set aside: leads see it, try it again, or drop it. */
export const orders: Area = {
  name: 'orders',
  doors: orderDoors,
  measures: ({ database }) => orderMeasures(database),
  keeps: ({ tables }) =>
    (
      [
        ['done', 30],
        ['failed', 90],
      ] as const
    ).map(([settled, days]) => ({
      name: `orders that are ${settled}`,
      days,
      clear: (settledAt, most) =>
        tables.everywhere(outbox).remove({ settled, settledAt: { before: settledAt } }, { most }),
    })),
};

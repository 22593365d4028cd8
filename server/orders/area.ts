import { outbox } from '../clockwork/model.ts';
import type { Area } from '../house/area.ts';
import { inParts } from '../house/person.ts';
import { orderMeasures } from './measures.ts';
import { orderDoors } from './routes.ts';

/** What flows ordered for elsewhere and was set aside: leads see it, try it again, or drop it. */
export const orders: Area = {
  name: 'orders',
  doors: orderDoors,
  personal: ({ tables }) => ({
    tell: ({ workspace, conversations }) => [
      {
        name: 'orders',
        rows: inParts(conversations, conversationId =>
          tables
            .in(workspace)
            .of(outbox)
            .all(
              { conversationId },
              {
                by: 'id',
                only: ['conversationId', 'kind', 'what', 'payload', 'settled', 'settledAt', 'why', 'createdAt'],
              },
            ),
        ),
      },
    ],
    async erase({ workspace, conversations }, transaction) {
      if (conversations.length > 0)
        await tables
          .in(workspace)
          .of(outbox)
          .remove({ conversationId: [...conversations] }, { transaction });
    },
  }),
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

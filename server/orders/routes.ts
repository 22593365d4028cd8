import { orderRoutes } from '@kineta/contract';
import { outbox } from '../clockwork/model.ts';
import type { House } from '../house/house.ts';
import { notFound } from '../http/problem.ts';
import { type Doors, serve } from '../http/serve.ts';

const MOST = 100;

export function orderDoors(doors: Doors, house: House): void {
  const rowsOf = (workspace: string) => house.tables.in(workspace).of(outbox);
  serve(doors, orderRoutes.failed, async (_, me) => {
    const rows = await rowsOf(me.workspace).all(
      { settled: 'failed' },
      {
        by: 'id',
        newestFirst: true,
        most: MOST + 1,
        only: ['id', 'kind', 'what', 'why', 'tries', 'createdAt', 'settledAt', 'conversationId'],
      },
    );
    return {
      orders: rows.slice(0, MOST).map(row => ({
        id: row.id,
        kind: row.kind,
        what: row.what,
        why: row.why ?? '',
        tries: row.tries,
        orderedAt: row.createdAt.toISOString(),
        failedAt: (row.settledAt ?? row.createdAt).toISOString(),
        conversation: row.conversationId,
      })),
      more: rows.length > MOST,
    };
  });
  serve(doors, orderRoutes.again, async ({ params }, me) => {
    const changed = await rowsOf(me.workspace).change(
      { settled: null, settledAt: null, why: null, tries: 0, dueAt: new Date() },
      { id: params.id, settled: 'failed' },
    );
    if (changed === 0) throw notFound('order');
    house.wake(0);
    return { ok: true };
  });
  serve(doors, orderRoutes.drop, async ({ params }, me) => {
    if ((await rowsOf(me.workspace).remove({ id: params.id, settled: 'failed' })) === 0) throw notFound('order');
    return { ok: true };
  });
}

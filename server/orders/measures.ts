import { QueryTypes } from 'sequelize';
import type { Database } from '../database/connect.ts';
import type { Measure } from '../metrics/metrics.ts';

/** How orders fare, over all workspaces. Raw: sums over an index. */
export function orderMeasures(database: Database): Measure[] {
  const byKind = async (sql: string) => {
    const rows = await database.query<{ kind: string; value: string | number }>(sql, { type: QueryTypes.SELECT });
    return rows.map(({ kind, value }) => ({ labels: { kind }, value: Number(value) }));
  };
  return [
    {
      name: 'kineta_orders_waiting',
      help: 'Orders that are to be carried out, by kind.',
      labels: ['kind'],
      look: () => byKind('SELECT kind, COUNT(*) AS value FROM outbox WHERE due_at IS NOT NULL GROUP BY kind'),
    },
    {
      name: 'kineta_orders_oldest_seconds',
      help: 'How long ago the order was due that has been due longest, by kind.',
      labels: ['kind'],
      look: () =>
        byKind(
          `SELECT kind, GREATEST(0, TIMESTAMPDIFF(MICROSECOND, MIN(due_at), UTC_TIMESTAMP(3)) / 1e6) AS value
           FROM outbox WHERE due_at IS NOT NULL GROUP BY kind`,
        ),
    },
    {
      name: 'kineta_orders_set_aside',
      help: 'Orders that failed for good and wait for a lead, by kind.',
      labels: ['kind'],
      look: () => byKind(`SELECT kind, COUNT(*) AS value FROM outbox WHERE settled = 'failed' GROUP BY kind`),
    },
  ];
}

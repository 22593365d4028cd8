import { QueryTypes } from 'sequelize';
import type { Database } from '../database/connect.ts';
import type { Ports } from '../house/ports.ts';

/** How far back figures of flows look. */
const DAYS = 28;
const HOUR = 3_600_000;

const sums = <K extends string>(rows: ReadonlyArray<Record<K, string> & { conversations: string | number }>, key: K) =>
  new Map(rows.map(row => [row[key], Number(row.conversations)]));

/** Sums of what was counted. Raw, as they are sums: a few rows of an index instead of many rows of a table. */
export function figuresOf(database: Database): Ports['figures'] {
  const select = <T extends object>(sql: string, replacements: Record<string, string | Date>): Promise<T[]> =>
    database.query<T>(sql, { replacements, type: QueryTypes.SELECT });
  return {
    async byFlow(workspace) {
      const rows = await select<{ flow: string; conversations: string }>(
        `SELECT flow_id AS flow, SUM(conversations) AS conversations FROM hourly_conversations
         WHERE workspace_id = :workspace AND hour > UTC_TIMESTAMP(3) - INTERVAL ${DAYS} DAY GROUP BY flow_id`,
        { workspace },
      );
      return sums(rows, 'flow');
    },
    async byHour(workspace, from, to) {
      const rows = await select<{ hour: Date; conversations: string }>(
        `SELECT hour, SUM(conversations) AS conversations FROM hourly_conversations
         WHERE workspace_id = :workspace AND hour >= :from AND hour < :to GROUP BY hour`,
        { workspace, from, to },
      );
      const hours = Array.from({ length: Math.ceil((to.getTime() - from.getTime()) / HOUR) }, () => 0);
      for (const { hour, conversations } of rows) {
        const at = Math.floor((hour.getTime() - from.getTime()) / HOUR);
        if (at >= 0 && at < hours.length) hours[at]! += Number(conversations);
      }
      return hours;
    },
    async byEdition(workspace, flow) {
      const rows = await select<{ edition: string; conversations: string }>(
        `SELECT edition_id AS edition, SUM(conversations) AS conversations FROM hourly_conversations
         WHERE flow_id = :flow AND workspace_id = :workspace GROUP BY edition_id`,
        { workspace, flow },
      );
      return sums(rows, 'edition');
    },
    async reach(workspace, flow) {
      const rows = await select<{ scene: string; conversations: string }>(
        `SELECT scene, SUM(conversations) AS conversations FROM daily_scenes
         WHERE flow_id = :flow AND workspace_id = :workspace AND came_from = ''
           AND day > UTC_DATE() - INTERVAL ${DAYS} DAY GROUP BY scene`,
        { workspace, flow },
      );
      return Object.fromEntries(sums(rows, 'scene'));
    },
    async ways(workspace, flow) {
      const rows = await select<{ from: string; to: string; conversations: string }>(
        `SELECT came_from AS \`from\`, scene AS \`to\`, SUM(conversations) AS conversations FROM daily_scenes
         WHERE flow_id = :flow AND workspace_id = :workspace AND came_from <> ''
           AND day > UTC_DATE() - INTERVAL ${DAYS} DAY GROUP BY came_from, scene`,
        { workspace, flow },
      );
      return rows.map(({ from, to, conversations }) => ({ from, to, conversations: Number(conversations) }));
    },
  };
}

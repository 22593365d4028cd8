import { LRUCache } from 'lru-cache';
import { QueryTypes } from 'sequelize';
import { z } from 'zod';
import type { Transaction } from '../database/connect.ts';
import type { House } from '../house/house.ts';
import type { Listener } from '../stream/listener.ts';
import type { StreamEvent } from '../stream/model.ts';

const HOUR = 3_600_000;
/** Counting in larger lots leaves the database to those who wait for it. */
const PACE = 4_000;
const Entered = z.object({ scene: z.string(), from: z.string().optional() });

const hourOf = (at: Date): Date => new Date(Math.floor(at.getTime() / HOUR) * HOUR);
const dayOf = (at: Date): string => at.toISOString().slice(0, 10);

/** Adds to counts under their keys, many rows in one statement. */
function counted(counts: Map<string, { row: unknown[]; count: number }>, row: unknown[]): void {
  const key = JSON.stringify(row);
  const known = counts.get(key);
  if (known) known.count++;
  else counts.set(key, { row, count: 1 });
}

/**
 * Counts conversations by flow and edition, and the scenes that they come to, as they happen: lists and flows then read
 * a few sums where they would have to look through every log. Raw SQL throughout, as the database adds up in one
 * statement what many events add.
 */
export function figuresListener({ database }: House): Listener {
  /** Steps that are counted already, as far as this process remembers: who goes round comes the same way again and again. */
  const walkedBefore = new LRUCache<string, true>({ max: 50_000 });
  const add = async (
    sql: string,
    counts: Map<string, { row: unknown[]; count: number }>,
    transaction: Transaction,
  ): Promise<void> => {
    if (counts.size === 0) return;
    const rows = [...counts.values()].map(({ row, count }) => [...row, count]);
    await database.query(sql, { replacements: { rows }, type: QueryTypes.INSERT, transaction });
  };

  const begun = (events: readonly StreamEvent[], transaction: Transaction): Promise<void> => {
    const counts = new Map<string, { row: unknown[]; count: number }>();
    for (const { kind, workspaceId, flowId, editionId, at } of events)
      if (kind === 'opened' && flowId !== null && editionId !== null)
        counted(counts, [workspaceId, flowId, editionId, hourOf(at)]);
    return add(
      `INSERT INTO hourly_conversations (workspace_id, flow_id, edition_id, hour, conversations) VALUES :rows
       ON DUPLICATE KEY UPDATE conversations = conversations + VALUES(conversations)`,
      counts,
      transaction,
    );
  };

  /** @returns what is counted by now, to be remembered once that is committed */
  const walked = async (events: readonly StreamEvent[], transaction: Transaction): Promise<string[]> => {
    // Whoever comes to a scene has come to it, and has come to it from somewhere: each is counted once a conversation.
    const steps = new Map<string, { row: unknown[]; count: unknown[] }>();
    for (const { kind, workspaceId, conversationId, flowId, at, said } of events) {
      if (kind !== 'entered' || conversationId === null || flowId === null) continue;
      const { scene, from } = Entered.parse(said);
      for (const cameFrom of from === undefined ? [''] : ['', from]) {
        const key = `${conversationId} ${flowId} ${scene} ${cameFrom}`;
        if (!walkedBefore.has(key) && !steps.has(key))
          steps.set(key, {
            row: [conversationId, flowId, scene, cameFrom, workspaceId],
            count: [workspaceId, flowId, dayOf(at), scene, cameFrom],
          });
      }
    }
    const keys = [...steps.keys()];
    if (steps.size === 0) return keys;
    const known = await database.query<{ key: string }>(
      `SELECT CONCAT(conversation_id, ' ', flow_id, ' ', scene, ' ', came_from) AS \`key\` FROM walked_scenes
       WHERE conversation_id IN (:conversations)`,
      {
        replacements: { conversations: [...new Set([...steps.values()].map(({ row }) => row[0]))] },
        type: QueryTypes.SELECT,
        transaction,
      },
    );
    for (const { key } of known) steps.delete(key);
    if (steps.size === 0) return keys;
    await database.query(
      'INSERT INTO walked_scenes (conversation_id, flow_id, scene, came_from, workspace_id) VALUES :rows',
      { replacements: { rows: [...steps.values()].map(({ row }) => row) }, type: QueryTypes.INSERT, transaction },
    );
    const counts = new Map<string, { row: unknown[]; count: number }>();
    for (const { count } of steps.values()) counted(counts, count);
    await add(
      `INSERT INTO daily_scenes (workspace_id, flow_id, day, scene, came_from, conversations) VALUES :rows
       ON DUPLICATE KEY UPDATE conversations = conversations + VALUES(conversations)`,
      counts,
      transaction,
    );
    return keys;
  };

  return {
    name: 'figures',
    kinds: ['opened', 'entered'],
    pace: PACE,
    async hear(events, transaction) {
      await begun(events, transaction);
      const keys = await walked(events, transaction);
      return () => {
        for (const key of keys) walkedBefore.set(key, true);
      };
    },
  };
}

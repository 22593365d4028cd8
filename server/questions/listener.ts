import { QueryTypes } from 'sequelize';
import { z } from 'zod';
import type { Transaction } from '../database/connect.ts';
import type { House } from '../house/house.ts';
import type { Listener } from '../stream/listener.ts';
import type { StreamEvent } from '../stream/model.ts';

/** More at once leaves the database to those who wait for it. */
const PACE = 500;

const Found = z.object({ id: z.string(), confidence: z.number() });
const LookedUp = z.object({
  asked: z.string(),
  did: z.enum(['answered', 'asked back', 'did not know']),
  found: z.array(Found),
});
const Helped = z.object({ article: z.object({ id: z.string() }), helped: z.boolean() });

interface Asked extends z.infer<typeof LookedUp> {
  workspace: string;
  conversation: string;
  number: number;
  at: Date;
  article: string | null;
  helped: boolean | null;
}

const articleOf = ([best]: z.infer<typeof LookedUp>['found']): string | null =>
  best && /^\d+$/.test(best.id) ? best.id : null;

/** Hears what visitors asked and what came of it: how often each article was said, and what was missed. */
export function askedListener({ database }: House): Listener {
  /** Raw: one statement for as many as there are; of a conversation that was erased meanwhile, or only tried, there is nothing to write. */
  async function write(all: readonly Asked[], transaction: Transaction): Promise<void> {
    if (all.length === 0) return;
    const kept = await database.query<{ id: string }>(
      'SELECT id FROM conversations WHERE id IN (:ids) AND NOT is_test',
      {
        replacements: { ids: [...new Set(all.map(({ conversation }) => conversation))] },
        type: QueryTypes.SELECT,
        transaction,
      },
    );
    const real = new Set(kept.map(({ id }) => String(id)));
    const rows = all.filter(({ conversation }) => real.has(conversation));
    if (rows.length === 0) return;
    await database.query(
      `INSERT IGNORE INTO asked_questions
         (conversation_id, number, workspace_id, asked, did, article_id, confidence, helped, at) VALUES :rows`,
      {
        replacements: {
          rows: rows.map(({ conversation, number, workspace, asked, did, article, found, helped, at }) => [
            ...[conversation, number, workspace, asked, did, article, found[0]?.confidence ?? 0, helped, at],
          ]),
        },
        type: QueryTypes.INSERT,
        transaction,
      },
    );
    const said = new Map<string, number>();
    for (const { did, article, workspace } of rows) {
      if (did !== 'answered' || article === null) continue;
      const key = `${workspace} ${article}`;
      said.set(key, (said.get(key) ?? 0) + 1);
    }
    for (const [key, times] of said) {
      const [workspace, article] = key.split(' ');
      await database.query(
        'UPDATE articles SET used = used + :times WHERE id = :article AND workspace_id = :workspace',
        { replacements: { workspace, article, times }, type: QueryTypes.UPDATE, transaction },
      );
    }
  }

  /** Raw: the last time that it was said in that conversation. */
  const helps = (
    { workspaceId: workspace, conversationId: conversation, number }: StreamEvent,
    { article, helped }: z.infer<typeof Helped>,
    transaction: Transaction,
  ) =>
    database.query(
      `UPDATE asked_questions SET helped = :helped
       WHERE conversation_id = :conversation AND workspace_id = :workspace AND article_id = :article
         AND number < :number AND helped IS NULL
       ORDER BY number DESC LIMIT 1`,
      {
        replacements: { workspace, conversation, number, helped, article: article.id },
        type: QueryTypes.UPDATE,
        transaction,
      },
    );

  return {
    name: 'asked questions',
    kinds: ['looked up', 'helped'],
    pace: PACE,
    async hear(events, transaction) {
      const all: Asked[] = [];
      const later: Array<[StreamEvent, z.infer<typeof Helped>]> = [];
      for (const event of events) {
        const { workspaceId: workspace, conversationId: conversation, number, at, said } = event;
        if (conversation === null || number === null) continue;
        // By what is told and not by its kind: of either there is something that the other has not.
        const lookedUp = LookedUp.safeParse(said);
        const helped = Helped.safeParse(said);
        if (lookedUp.success)
          all.push({
            ...lookedUp.data,
            workspace,
            conversation,
            number,
            at,
            article: articleOf(lookedUp.data.found),
            helped: null,
          });
        else if (helped.success) {
          const { article } = helped.data;
          const before = all.findLast(one => one.conversation === conversation && one.article === article.id);
          if (before) before.helped ??= helped.data.helped;
          else later.push([event, helped.data]);
        }
      }
      await write(all, transaction);
      for (const [event, said] of later) await helps(event, said, transaction);
      return undefined;
    },
  };
}

import { QueryTypes } from 'sequelize';
import { z } from 'zod';
import type { House } from '../house/house.ts';
import type { Listener } from '../stream/listener.ts';

const Found = z.object({ id: z.string(), confidence: z.number() });
const LookedUp = z.object({
  asked: z.string(),
  did: z.enum(['answered', 'asked back', 'did not know']),
  found: z.array(Found),
});
const Helped = z.object({ article: z.object({ id: z.string() }), helped: z.boolean() });

/**
 * Hears what visitors asked and what came of it: how often each article was said, and what was missed. Raw, all of it: each is one
 * statement that reads what it writes, and changes nothing when it is heard again; of a conversation that was erased, or of an article
 * that is gone, there is nothing to write.
 */
export function askedListener({ database }: House): Listener {
  return {
    name: 'asked questions',
    kinds: ['looked up', 'helped'],
    async hear(events, transaction) {
      for (const { kind, workspaceId: workspace, conversationId: conversation, number, at, said } of events) {
        if (conversation === null || number === null) continue;
        const place = { workspace, conversation, number, at };
        const lookedUp = kind === 'looked up' ? LookedUp.safeParse(said) : undefined;
        if (lookedUp?.success) {
          const { asked, did, found } = lookedUp.data;
          const [best] = found;
          const article = best && /^\d+$/.test(best.id) ? best.id : null;
          const [, added] = await database.query(
            `INSERT IGNORE INTO asked_questions
               (conversation_id, number, workspace_id, asked, did, article_id, confidence, at)
             SELECT c.id, :number, c.workspace_id, :asked, :did, :article, :confidence, :at FROM conversations c
             WHERE c.id = :conversation AND c.workspace_id = :workspace AND NOT c.is_test`,
            {
              replacements: { ...place, asked, did, article, confidence: best?.confidence ?? 0 },
              type: QueryTypes.INSERT,
              transaction,
            },
          );
          if (did === 'answered' && article !== null && added > 0)
            await database.query(
              'UPDATE articles SET used = used + 1 WHERE id = :article AND workspace_id = :workspace',
              { replacements: { ...place, article }, type: QueryTypes.UPDATE, transaction },
            );
        }
        const helped = kind === 'helped' ? Helped.safeParse(said) : undefined;
        if (helped?.success)
          await database.query(
            `UPDATE asked_questions SET helped = :helped
             WHERE conversation_id = :conversation AND workspace_id = :workspace AND article_id = :article
               AND number < :number AND helped IS NULL
             ORDER BY number DESC LIMIT 1`,
            {
              replacements: { ...place, helped: helped.data.helped, article: helped.data.article.id },
              type: QueryTypes.UPDATE,
              transaction,
            },
          );
      }
      return undefined;
    },
  };
}

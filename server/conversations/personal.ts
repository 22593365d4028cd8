import { QueryTypes } from 'sequelize';
import type { House } from '../house/house.ts';
import { inParts, type Personal } from '../house/person.ts';
import { readLog } from './log.ts';
import {
  conversations,
  conversationTags,
  entries,
  missed,
  offers,
  ratings,
  reached,
  readings,
  ruleDues,
  said,
  timers,
  turns,
  unseenAnswers,
  visitors,
} from './model.ts';

const LINES = 500;

/** What is kept of somebody’s conversations: themselves, with every line and all that was learnt, and the visits. */
export function personal({ tables, database }: House): Personal {
  async function logOf(workspace: string, id: string): Promise<object[]> {
    const log = [];
    for (let after = 0; ; ) {
      const lines = await readLog(database, workspace, id, after, LINES);
      log.push(...lines);
      if (lines.length < LINES) return log;
      after = lines.at(-1)!.number;
    }
  }
  async function* told(workspace: string, ids: readonly string[]) {
    const rows = tables.in(workspace).of(conversations);
    for await (const row of inParts(ids, id => rows.all({ id }, { by: 'id' }))) {
      const { id, visitorId, visitorName, page, visit, outcome, startedAt, lastAt, session } = row;
      const log = await logOf(workspace, id);
      yield { id, visitorId, visitorName, page, visit, outcome, startedAt, lastAt, facts: session.facts, log };
    }
  }
  return {
    tell({ workspace, visitors: visitorIds, conversations: ids }) {
      const visits = tables.in(workspace).of(visitors);
      const only = ['id', 'siteId', 'signedAs', 'facts', 'trail', 'firstSeen', 'lastSeen'] as const;
      return [
        { name: 'visits', rows: inParts(visitorIds, id => visits.all({ id }, { only })) },
        { name: 'conversations', rows: told(workspace, ids) },
      ];
    },
    async erase({ workspace, visitors: visitorIds, conversations: ids }, transaction) {
      const rows = tables.in(workspace);
      if (ids.length > 0) {
        // Raw: by the time in which they were, as events have no index of conversations.
        await database.query(
          `DELETE e FROM events e JOIN (
             SELECT MIN(started_at) AS first, MAX(last_at) AS last FROM conversations
             WHERE workspace_id = :workspace AND id IN (:ids)
           ) span ON e.at BETWEEN span.first AND span.last
           WHERE e.workspace_id = :workspace AND e.conversation_id IN (:ids)`,
          { replacements: { workspace, ids: [...ids] }, type: QueryTypes.RAW, transaction },
        );
        const conversationId = [...ids];
        // Raw: what was carried to the conversations that they were joined to goes as well, told by what holds it.
        await database.query(
          `UPDATE conversations a JOIN conversations c ON c.joined_to = a.id SET a.preview = ''
           WHERE c.workspace_id = :workspace AND c.id IN (:ids)`,
          { replacements: { workspace, ids: [...ids] }, type: QueryTypes.UPDATE, transaction },
        );
        await database.query(
          `DELETE e, s FROM conversations c JOIN entries e ON e.conversation_id = c.joined_to
             LEFT JOIN said s ON s.conversation_id = e.conversation_id AND s.number = e.number
           WHERE c.workspace_id = :workspace AND c.id IN (:ids)
             AND (JSON_VALUE(e.body, '$.elsewhere') = c.id
               OR (e.kind = 'joined here' AND JSON_VALUE(e.body, '$.conversation') = c.id))`,
          { replacements: { workspace, ids: [...ids] }, type: QueryTypes.RAW, transaction },
        );
        await rows.of(conversations).change({ joinedTo: null }, { joinedTo: conversationId }, { transaction });
        await rows.of(reached).remove({ conversationId }, { transaction });
        await rows.of(readings).remove({ conversationId }, { transaction });
        await rows.of(timers).remove({ conversationId }, { transaction });
        await rows.of(conversationTags).remove({ conversationId }, { transaction });
        await rows.of(ruleDues).remove({ conversationId }, { transaction });
        await rows.of(ratings).remove({ conversationId }, { transaction });
        await rows.of(unseenAnswers).remove({ conversationId }, { transaction });
        await rows.of(missed).remove({ conversationId }, { transaction });
        await rows.of(offers).remove({ conversationId }, { transaction });
        await rows.of(turns).remove({ conversationId }, { transaction });
        await rows.of(said).remove({ conversationId }, { transaction });
        await rows.of(entries).remove({ conversationId }, { transaction });
        await rows.of(conversations).remove({ id: conversationId }, { transaction });
      }
      if (visitorIds.length > 0) await rows.of(visitors).remove({ id: [...visitorIds] }, { transaction });
    },
  };
}

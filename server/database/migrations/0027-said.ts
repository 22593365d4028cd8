import { EntryBody, entryKindOf, wordsSaid, writtenKinds } from '@kineta/core';
import { QueryTypes } from 'sequelize';
import type { Database } from '../connect.ts';
import type { Migration } from '../migration.ts';

/** Conversations that are gone through at once. */
const AT_ONCE = 200;

interface Written {
  conversation_id: string;
  number: number;
  workspace_id: string;
  at: Date;
  body: unknown;
}

/** What was said before there was this: writes nothing twice. */
async function saidBefore(database: Database): Promise<void> {
  for (let last = '0'; ; ) {
    const conversations = await database.query<{ id: string }>(
      'SELECT id FROM conversations WHERE id > :last ORDER BY id LIMIT :most',
      { replacements: { last, most: AT_ONCE }, type: QueryTypes.SELECT },
    );
    const to = conversations.at(-1)?.id;
    if (to === undefined) return;
    const entries = await database.query<Written>(
      `SELECT e.conversation_id, e.number, e.workspace_id, e.at, e.body FROM entries e
       JOIN conversations c ON c.id = e.conversation_id
       WHERE e.conversation_id > :last AND e.conversation_id <= :to AND e.kind IN (:kinds) AND c.is_test = 0`,
      { replacements: { last, to, kinds: [...writtenKinds] }, type: QueryTypes.SELECT },
    );
    const rows = entries.flatMap(({ conversation_id, number, workspace_id, at, body }) => {
      const entry = EntryBody.parse(body);
      const words = wordsSaid(entryKindOf(entry)?.wrote?.(entry) ?? '').map(word => `${workspace_id}_${word}`);
      return words.length === 0 ? [] : [[conversation_id, number, workspace_id, at, words.join(' ')]];
    });
    if (rows.length > 0)
      await database.query('INSERT IGNORE INTO said (conversation_id, number, workspace_id, at, words) VALUES :rows', {
        replacements: { rows },
        type: QueryTypes.RAW,
      });
    last = to;
  }
}

/** The words of all that was written, by which it is found. The index is made when they are there, which is faster. */
export const said: Migration = {
  name: '0027-said',
  steps: [
    `CREATE TABLE IF NOT EXISTS said (
      conversation_id BIGINT UNSIGNED NOT NULL,
      number INT NOT NULL,
      workspace_id BIGINT UNSIGNED NOT NULL,
      at DATETIME(3) NOT NULL,
      words TEXT NOT NULL,
      PRIMARY KEY (conversation_id, number),
      KEY said_newest (workspace_id, at, conversation_id, number),
      FOREIGN KEY (conversation_id) REFERENCES conversations (id) ON DELETE CASCADE
    )`,
    // From here on it is heard, by whichever process: nothing is missed between what was said before and what is said then.
    `INSERT IGNORE INTO listeners (name, position) SELECT 'said', COALESCE(MAX(id), 0) FROM events`,
    saidBefore,
    'ALTER TABLE said ADD FULLTEXT KEY said_words (words)',
  ],
};

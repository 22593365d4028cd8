import type { RecordedPage } from '@kineta/contract';
import {
  type EntryBody,
  flowsPart,
  plainVisit,
  type Recorded,
  recordedKinds,
  recordedOf,
  type Session,
  type Visit,
} from '@kineta/core';
import { QueryTypes } from 'sequelize';
import type { Database } from '../database/connect.ts';

/** How many conversations go in one page. */
const PAGE = 500;
const DAYS = 30;

interface Row {
  id: string;
  name: string;
  visitor: string;
  seed: number;
  started_at: Date;
  visit: Visit | null;
  page: string;
  session: Session;
}
interface EntryRow {
  conversation: string;
  number: number;
  at: Date;
  body: EntryBody;
}

/**
 * The last 30 days’ conversations that a flow began and led by itself, as a replay needs them. Those that went on with
 * another flow are left out: the other flow’s part is not this draft’s. Raw: of thousands of logs only what a flow could
 * notice is read, by one index.
 */
export async function recordings(
  database: Database,
  workspace: string,
  flow: string,
  after = '0',
): Promise<RecordedPage> {
  const from = `FROM conversations c
     WHERE c.flow_id = :flow AND c.workspace_id = :workspace
       AND c.started_at > UTC_TIMESTAMP(3) - INTERVAL ${DAYS} DAY AND c.last_number > 0 AND c.is_test = 0`;
  const replacements = { flow, workspace, after };
  const [rows, [count]] = await Promise.all([
    database.query<Row>(
      `SELECT c.id, c.visitor_name AS name, c.visitor_id AS visitor, c.seed, c.started_at, c.visit, c.page, c.session
       ${from} AND c.id > :after ORDER BY c.id LIMIT ${PAGE}`,
      { replacements, type: QueryTypes.SELECT },
    ),
    database.query<{ all: string | number }>(`SELECT COUNT(*) AS \`all\` ${from}`, {
      replacements,
      type: QueryTypes.SELECT,
    }),
  ]);
  const entries =
    rows.length === 0
      ? []
      : await database.query<EntryRow>(
          `SELECT conversation_id AS conversation, number, at, body FROM entries
           WHERE conversation_id IN (:ids) AND workspace_id = :workspace AND kind IN (:kinds)
           ORDER BY conversation_id, number`,
          {
            replacements: { ids: rows.map(({ id }) => id), workspace, kinds: recordedKinds },
            type: QueryTypes.SELECT,
          },
        );
  const logs = new Map<string, EntryRow[]>();
  for (const entry of entries) {
    const log = logs.get(entry.conversation);
    if (log) log.push(entry);
    else logs.set(entry.conversation, [entry]);
  }
  const questions: Record<string, string> = {};
  const conversations = rows.flatMap((row): Recorded[] => {
    const part = flowsPart(
      (logs.get(row.id) ?? []).flatMap(({ number, at, body }) => recordedOf(body, { number, at: at.getTime() })),
    );
    if (!part) return [];
    const { lines, openedAt } = part;
    for (const line of lines) if (line.did === 'asked') questions[line.step] = line.words;
    if (lines.some(({ did }) => did === 'went elsewhere')) return [];
    // A scene that ran out ended without a word.
    if (row.session.state === 'ended' && !lines.some(({ did }) => did === 'ended')) lines.push({ did: 'ended' });
    const learnt = new Set(lines.flatMap(line => (line.did === 'learnt' ? [line.fact] : [])));
    return [
      {
        id: row.id,
        name: row.name,
        visitor: row.visitor,
        seed: row.seed,
        startedAt: openedAt ?? row.started_at.getTime(),
        visit: row.visit ?? { ...plainVisit, page: row.page },
        remembered: Object.fromEntries(Object.entries(row.session.facts).filter(([fact]) => !learnt.has(fact))),
        lines,
      },
    ];
  });
  return {
    conversations,
    questions,
    next: rows.length === PAGE ? rows.at(-1)!.id : null,
    all: Number(count?.all ?? 0),
  };
}

import type { EntryBody, RecordedPage } from '@kineta/contract';
import {
  lineText,
  plainVisit,
  type Recorded,
  type RecordedLine,
  type Session,
  serviceFailure,
  type Visit,
} from '@kineta/core';
import { QueryTypes } from 'sequelize';
import type { SignedIn } from '../account/session.ts';
import type { Database } from '../database/connect.ts';

/** How many conversations go in one page. */
const PAGE = 500;
const DAYS = 30;

/** What of a log a flow could notice. */
const NOTICED = ['asked', 'replied', 'learnt', 'called', 'direction', 'handed over', 'handed back', 'ended'];

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

function lineOf({ number, at, body }: EntryRow): RecordedLine | undefined {
  switch (body.kind) {
    case 'asked':
      return body.step === undefined ? undefined : { did: 'asked', step: body.step };
    case 'replied': {
      const { kind: _, clientId: __, step: ___, ...said } = body;
      return { did: 'replied', number, at: at.getTime(), ...said };
    }
    case 'learnt':
      return { did: 'learnt', fact: body.fact, value: body.value };
    case 'called':
      return { did: 'called' };
    case 'direction': {
      const why = serviceFailure(body.text);
      return why === undefined ? undefined : { did: 'call failed', why };
    }
    case 'handed over':
      return { did: 'handed over', team: body.team };
    case 'handed back':
      return { did: 'handed back', at: at.getTime() };
    case 'ended':
      return { did: 'ended', ...(body.outcome === undefined ? {} : { outcome: body.outcome }) };
    default:
      return undefined;
  }
}

/**
 * The last 30 days’ conversations that a flow began and led by itself, as a replay needs them. Those that went on with
 * another flow are left out: the other flow’s part is not this draft’s.
 */
export async function recordedOf(database: Database, me: SignedIn, flow: string, after = '0'): Promise<RecordedPage> {
  const from = `FROM conversations c
     WHERE c.flow_id = :flow AND c.workspace_id = :workspace
       AND c.started_at > UTC_TIMESTAMP(3) - INTERVAL ${DAYS} DAY AND c.last_number > 0`;
  const replacements = { flow, workspace: me.workspace, after };
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
            replacements: {
              ids: rows.map(({ id }) => id),
              workspace: me.workspace,
              kinds: [...NOTICED, 'went on with'],
            },
            type: QueryTypes.SELECT,
          },
        );
  const logs = grouped(entries);
  const questions: Record<string, string> = {};
  for (const { body } of entries)
    if (body.kind === 'asked' && body.step !== undefined) questions[body.step] = lineText(body.line);
  const conversations = rows.flatMap((row): Recorded[] => {
    const log = logs.get(row.id) ?? [];
    if (log.some(({ body }) => body.kind === 'went on with')) return [];
    const lines = log.flatMap(entry => lineOf(entry) ?? []);
    // A scene that ran out ended without a word.
    if (row.session.state === 'ended' && !lines.some(({ did }) => did === 'ended')) lines.push({ did: 'ended' });
    const learnt = new Set(lines.flatMap(line => (line.did === 'learnt' ? [line.fact] : [])));
    return [
      {
        id: row.id,
        name: row.name,
        visitor: row.visitor,
        seed: row.seed,
        startedAt: row.started_at.getTime(),
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

function grouped(entries: readonly EntryRow[]): Map<string, EntryRow[]> {
  const logs = new Map<string, EntryRow[]>();
  for (const entry of entries) {
    const log = logs.get(entry.conversation);
    if (log) log.push(entry);
    else logs.set(entry.conversation, [entry]);
  }
  return logs;
}

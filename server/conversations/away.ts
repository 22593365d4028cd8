import { cut, entryKindOf, type Fact, message, type SpokenLine } from '@kineta/core';
import { QueryTypes } from 'sequelize';
import type { Duty } from '../clockwork/clockwork.ts';
import { isUnavailable, type Transaction } from '../database/connect.ts';
import type { House } from '../house/house.ts';
import type { Listener } from '../stream/listener.ts';
import type { Announcer } from './announcer.ts';
import type { Host } from './host.ts';
import { append, type Outcome, readLog } from './log.ts';
import { type ConversationRow, unseenAnswers, visitors } from './model.ts';
import type { WaysBack } from './way-back.ts';

const EVERY = 5_000;
const AT_ONCE = 50;
/** For how long the visitor may come back before an answer goes by email, in seconds; and at most so long, while more is said. */
const COMES_BACK_WITHIN = 120;
const AT_MOST = 900;
/** So much of what was said goes into one letter. */
const MOST_LINES = 50;

/** Hears what members answer to visitors who have left: it goes by email, when they have not come back after a while. */
export function awayListener({ database }: House, announcer: Announcer): Listener {
  return {
    name: 'answers to who has left',
    kinds: ['answered'],
    async hear(events, transaction) {
      for (const { workspaceId: workspace, conversationId: conversation, number, at } of events) {
        if (conversation === null || number === null || (await announcer.isHere(conversation))) continue;
        // Raw: one statement, whether something of it waits already or not; nothing of what was erased meanwhile,
        // and of one that goes on in another that one tells.
        await database.query(
          `INSERT INTO unseen_answers (conversation_id, workspace_id, number, since, due_at)
           SELECT c.id, c.workspace_id, :number, :at, :at + INTERVAL ${COMES_BACK_WITHIN} SECOND FROM conversations c
           WHERE c.id = :conversation AND c.workspace_id = :workspace AND c.joined_to IS NULL
           ON DUPLICATE KEY UPDATE
             due_at = LEAST(:at + INTERVAL ${COMES_BACK_WITHIN} SECOND, unseen_answers.since + INTERVAL ${AT_MOST} SECOND)`,
          { replacements: { workspace, conversation, number, at }, type: QueryTypes.INSERT, transaction },
        );
      }
      return undefined;
    },
  };
}

/** The email address by which a visitor is reached, as their flow knows it. */
export function addressOf(facts: readonly Fact[], known: Readonly<Record<string, unknown>>): string | undefined {
  for (const { name, type, person } of facts)
    if (type === 'email' && person === 'email' && typeof known[name] === 'string') return known[name];
  return undefined;
}

/** What is said in the letter: every answer that was not seen, under the name of who gave it, and the way back. */
async function letterOf(
  { database, ports }: House,
  { id, workspace_id: workspace }: ConversationRow,
  from: number,
  back: string,
): Promise<{ subject: string; line: SpokenLine } | undefined> {
  const { workspace: settings } = await ports.directories.of(workspace);
  const entries = await readLog(database, workspace, id, from - 1, MOST_LINES);
  const line = entries.flatMap((entry): SpokenLine => {
    const said: { by: string; text: string } | undefined = entryKindOf(entry)?.letter?.(entry);
    return said ? [[{ text: `${said.by}: `, strong: true }, { text: said.text }]] : [];
  });
  if (line.length === 0) return undefined;
  const { language, name: business } = settings;
  return {
    subject: cut(message(language, 'answer by email', { business }), 300),
    line: [
      [{ text: message(language, 'answered while away', { business }) }],
      ...line,
      [{ text: message(language, 'way back'), link: back }],
    ],
  };
}

/** Sends what is due, to who has not come back since; each once, as what is due goes in the transaction of what comes of it. */
export function away(house: House, host: Host, announcer: Announcer, waysBack: WaysBack): Duty {
  const { database, tables, ports, logger } = house;
  // Raw: over all workspaces, the longest due first, along an index.
  const due = () =>
    database.query<{ id: string; workspace: string; number: number }>(
      `SELECT conversation_id AS id, workspace_id AS workspace, number FROM unseen_answers
       WHERE due_at <= UTC_TIMESTAMP(3) ORDER BY due_at LIMIT ${AT_ONCE}`,
      { type: QueryTypes.SELECT },
    );

  async function sent(row: ConversationRow, number: number, transaction: Transaction): Promise<Outcome> {
    const nothing: Outcome = { entries: [] };
    const rows = tables.in(row.workspace_id);
    const waiting = await rows.of(unseenAnswers).one({ conversationId: row.id }, { transaction, lock: true });
    // Another process was quicker, or more was said meanwhile.
    if (!waiting || waiting.dueAt.getTime() > Date.now()) return nothing;
    await rows.of(unseenAnswers).remove({ conversationId: row.id }, { transaction });
    const visitor = await rows.of(visitors).one({ id: row.visitor_id }, { transaction });
    // Who has come back since has it before their eyes.
    if (!visitor || visitor.blockedAt !== null || visitor.lastSeen > waiting.since || row.is_test) return nothing;
    const edition = row.edition_id === null ? undefined : await ports.editions.get(row.workspace_id, row.edition_id);
    const to = addressOf(edition?.facts ?? [], { ...visitor.facts, ...row.session.facts });
    const origin = await ports.sites.originOf(row.workspace_id, row.site_id, transaction);
    if (to === undefined || origin === '') return nothing;
    const back = waysBack.onto(origin, row.page, { id: row.visitor_id, site: row.site_id });
    const letter = await letterOf(house, row, number, back);
    if (!letter) return nothing;
    const directory = await ports.directories.of(row.workspace_id);
    const act = { act: 'email' as const, step: '', to: [to], toVisitor: true, charts: [], ...letter };
    return host.order(row, [act], { directory, now: new Date(), transaction });
  }

  return {
    name: 'answers to who has left',
    every: EVERY,
    async turn() {
      const found = await due();
      for (const { id, workspace, number } of found) {
        try {
          const here = await announcer.isHere(id);
          const told = await append(house, { workspace, conversation: id }, async (row, transaction) => {
            if (!here) return sent(row, number, transaction);
            await tables.in(workspace).of(unseenAnswers).remove({ conversationId: id }, { transaction });
            return { entries: [] };
          });
          await announcer.announce(told);
        } catch (error) {
          if (isUnavailable(error)) throw error;
          // One that cannot be mailed holds up no other, and is not tried for ever.
          logger.error({ err: error, conversation: id }, 'an answer could not be mailed');
          await tables.in(workspace).of(unseenAnswers).remove({ conversationId: id });
        }
      }
      return found.length === AT_ONCE;
    },
  };
}

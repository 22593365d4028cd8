import type { ConversationDetail, ConversationSummary, EntryBody, InboxCounts, InboxList } from '@kineta/contract';
import type { Facts } from '@kineta/core';
import { QueryTypes } from 'sequelize';
import type { Directories } from '../account/model.ts';
import type { SignedIn } from '../account/session.ts';
import type { Database, Transaction } from '../database/connect.ts';
import { after, cursor } from '../database/page.ts';
import type { Editions } from '../flows/model.ts';
import { notFound, ProblemError } from '../http/problem.ts';
import type { Host } from './host.ts';
import { type Appended, append, type Outcome, readLog } from './log.ts';
import { type ConversationRow, summaryOf } from './model.ts';

const PAGE = 50;

/** What the visitor wrote that this member has not seen; of conversations that people lead, as nobody is to read the others. */
const UNREAD = `IF(c.holder IN ('waiting', 'agent'), (SELECT COUNT(*) FROM entries e WHERE e.conversation_id = c.id AND e.kind = 'replied' AND e.number >
  COALESCE((SELECT r.number FROM readings r WHERE r.conversation_id = c.id AND r.member_id = :me), 0)), 0)`;

const lists: Record<InboxList, { where: string; order: 'waiting_since' | 'last_at'; direction: 'ASC' | 'DESC' }> = {
  waiting: { where: `c.holder = 'waiting'`, order: 'waiting_since', direction: 'ASC' },
  mine: { where: `c.holder = 'agent' AND c.agent_id = :me`, order: 'last_at', direction: 'DESC' },
  others: { where: `c.holder = 'agent' AND c.agent_id <> :me`, order: 'last_at', direction: 'DESC' },
  'flow-led': { where: `c.holder = 'flow'`, order: 'last_at', direction: 'DESC' },
  done: { where: `c.holder = 'done'`, order: 'last_at', direction: 'DESC' },
};

/** What agents do with conversations. */
export class AgentService {
  private readonly database: Database;
  private readonly directories: Directories;
  private readonly editions: Editions;
  private readonly host: Host;

  constructor(database: Database, directories: Directories, editions: Editions, host: Host) {
    this.database = database;
    this.directories = directories;
    this.editions = editions;
    this.host = host;
  }

  async list(
    me: SignedIn,
    list: InboxList,
    before?: string,
  ): Promise<{ conversations: ConversationSummary[]; counts: InboxCounts; next: string | null }> {
    const { where, order, direction } = lists[list];
    const from = after(before);
    const beyond = from ? `AND (c.${order}, c.id) ${direction === 'ASC' ? '>' : '<'} (:at, :id)` : '';
    const [rows, counts, directory] = await Promise.all([
      this.database.query<ConversationRow & { unread: string | number }>(
        `SELECT c.*, ${UNREAD} AS unread FROM conversations c
         WHERE c.workspace_id = :workspace AND ${where} ${beyond}
         ORDER BY c.${order} ${direction}, c.id ${direction} LIMIT ${PAGE + 1}`,
        {
          replacements: { workspace: me.workspace, me: me.id, at: from?.at, id: from?.id },
          type: QueryTypes.SELECT,
        },
      ),
      this.counts(me),
      this.directories.of(me.workspace),
    ]);
    const page = rows.slice(0, PAGE);
    const last = page.at(-1);
    return {
      conversations: page.map(row => summaryOf(row, directory, Number(row.unread))),
      counts,
      next: rows.length > PAGE && last ? cursor(last[order] ?? last.last_at, last.id) : null,
    };
  }

  async get(me: SignedIn, id: string, afterNumber = 0): Promise<Omit<ConversationDetail, 'here'>> {
    const [[row], entries, directory] = await Promise.all([
      this.database.query<
        ConversationRow & { unread: string | number; facts: Facts; edition: number | null; earlier: string | number }
      >(
        `SELECT c.*, ${UNREAD} AS unread, v.facts, ed.number AS edition,
                (SELECT COUNT(*) FROM conversations b WHERE b.visitor_id = c.visitor_id AND b.id < c.id) AS earlier
         FROM conversations c JOIN visitors v ON v.id = c.visitor_id LEFT JOIN editions ed ON ed.id = c.edition_id
         WHERE c.id = :id AND c.workspace_id = :workspace`,
        { replacements: { id, workspace: me.workspace, me: me.id }, type: QueryTypes.SELECT },
      ),
      readLog(this.database, me.workspace, id, afterNumber),
      this.directories.of(me.workspace),
    ]);
    if (!row) throw notFound('conversation');
    const edition = row.edition_id === null ? undefined : await this.editions.get(me.workspace, row.edition_id);
    const types = new Map(edition?.facts.map(fact => [fact.name, fact.type]));
    return {
      conversation: summaryOf(row, directory, Number(row.unread)),
      entries,
      facts: Object.entries({ ...row.facts, ...row.session.facts }).map(([fact, value]) => ({
        fact,
        type: types.get(fact) ?? 'text',
        value,
      })),
      edition: row.edition,
      earlier: Number(row.earlier),
    };
  }

  take(me: SignedIn, id: string): Promise<Appended> {
    return this.write(me, id, row => {
      if (row.holder === 'agent' && row.agent_id === me.id) return { entries: [] };
      if (row.holder === 'agent') throw this.takenBy(row, 'already_taken');
      return { entries: [this.taken(me)], changes: { holder: 'agent', agent_id: me.id, waiting_since: null } };
    });
  }

  /** Answers; who answers what nobody has takes it. */
  reply(me: SignedIn, id: string, { clientId, text }: { clientId: string; text: string }): Promise<Appended> {
    const said: EntryBody = { kind: 'answered', member: { id: me.id, name: me.name }, text, clientId };
    return this.write(
      me,
      id,
      row => {
        if (row.holder === 'agent' && row.agent_id !== me.id) throw this.takenBy(row, 'not_yours');
        if (row.holder === 'agent') return { entries: [said] };
        return { entries: [said, this.taken(me)], changes: { holder: 'agent', agent_id: me.id, waiting_since: null } };
      },
      clientId,
    );
  }

  note(me: SignedIn, id: string, { clientId, text }: { clientId: string; text: string }): Promise<Appended> {
    const member = { id: me.id, name: me.name };
    return this.write(me, id, () => ({ entries: [{ kind: 'note', member, text, clientId }] }), clientId);
  }

  async passOn(me: SignedIn, id: string, to: { team: string } | { member: string }): Promise<Appended> {
    const directory = await this.directories.of(me.workspace);
    const member = { id: me.id, name: me.name };
    return this.write(me, id, () => {
      if ('team' in to) {
        const team = directory.teams.get(to.team);
        if (!team) throw notFound('team');
        return {
          entries: [{ kind: 'passed on', member, to: team.name }],
          changes: { holder: 'waiting', agent_id: null, team_id: team.id, waiting_since: new Date() },
        };
      }
      const other = directory.members.get(to.member);
      if (!other) throw notFound('member');
      return {
        entries: [{ kind: 'passed on', member, to: other.name }],
        changes: { holder: 'agent', agent_id: other.id, waiting_since: null },
      };
    });
  }

  /** Gives a conversation back to its flow, which goes on behind the hand over, or waits where it was left. */
  async handBack(me: SignedIn, id: string): Promise<Appended> {
    const directory = await this.directories.of(me.workspace);
    return this.write(me, id, async (row, transaction) => {
      if (row.edition_id === null) throw new ProblemError('invalid_request', 'No flow leads this conversation.');
      const quiet = { holder: 'flow' as const, agent_id: null, team_id: null, waiting_since: null };
      const outcome = await this.host.perform(row, { event: 'handed back' }, directory, new Date(), transaction);
      return {
        ...outcome,
        entries: [{ kind: 'handed back', member: { id: me.id, name: me.name } }, ...outcome.entries],
        changes: { ...quiet, ...outcome.changes },
      };
    });
  }

  done(me: SignedIn, id: string): Promise<Appended> {
    return this.write(me, id, row => {
      if (row.holder === 'done') return { entries: [] };
      return {
        entries: [{ kind: 'done', member: { id: me.id, name: me.name } }],
        changes: { holder: 'done', waiting_since: null, session: { ...row.session, state: 'handed over' } },
      };
    });
  }

  async read(me: SignedIn, id: string, number: number): Promise<void> {
    await this.database.query(
      `INSERT INTO readings (conversation_id, member_id, workspace_id, number)
       SELECT id, :me, workspace_id, LEAST(:number, last_number) FROM conversations WHERE id = :id AND workspace_id = :workspace
       ON DUPLICATE KEY UPDATE number = GREATEST(readings.number, VALUES(number))`,
      { replacements: { id, me: me.id, number, workspace: me.workspace } },
    );
  }

  private async counts(me: SignedIn): Promise<InboxCounts> {
    const rows = await this.database.query<{ list: keyof InboxCounts; count: string | number }>(
      `SELECT CASE holder WHEN 'waiting' THEN 'waiting' WHEN 'flow' THEN 'flow-led'
                          ELSE IF(agent_id = :me, 'mine', 'others') END AS list, COUNT(*) AS count
       FROM conversations WHERE workspace_id = :workspace AND holder IN ('waiting', 'agent', 'flow') GROUP BY list`,
      { replacements: { workspace: me.workspace, me: me.id }, type: QueryTypes.SELECT },
    );
    const counts: InboxCounts = { waiting: 0, mine: 0, others: 0, 'flow-led': 0 };
    for (const row of rows) counts[row.list] = Number(row.count);
    return counts;
  }

  private write(
    me: SignedIn,
    conversation: string,
    act: (row: ConversationRow, transaction: Transaction) => Outcome | Promise<Outcome>,
    clientId?: string,
  ): Promise<Appended> {
    const place = { workspace: me.workspace, conversation, ...(clientId === undefined ? {} : { clientId }) };
    return append(this.database, place, async (row, transaction) => act(row, transaction));
  }

  private taken(me: SignedIn): EntryBody {
    return { kind: 'taken', member: { id: me.id, name: me.name } };
  }

  private takenBy(row: ConversationRow, code: 'already_taken' | 'not_yours'): ProblemError {
    return new ProblemError(
      code,
      `Conversation ${row.id} is with somebody else; ask them to pass it on, or leave a note.`,
    );
  }
}

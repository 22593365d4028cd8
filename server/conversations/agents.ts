import { randomUUID } from 'node:crypto';
import type { ConversationDetail, ConversationSummary, InboxCounts, InboxList } from '@kineta/contract';
import {
  type Command,
  commanded,
  type EntryBody,
  type Fact,
  type Facts,
  type FactType,
  type Flow,
  factTyped,
  mentionedIn,
} from '@kineta/core';
import { QueryTypes } from 'sequelize';
import type { Transaction } from '../database/connect.ts';
import { after, cursor } from '../database/page.ts';
import type { House } from '../house/house.ts';
import type { Directory, SignedIn } from '../house/ports.ts';
import { notFound, ProblemError } from '../http/problem.ts';
import { type Answer, answerOf } from './answer.ts';
import { addressOf } from './away.ts';
import { changesFor, giverOf, holdingOf, refusal } from './holding.ts';
import type { Host } from './host.ts';
import { ofSamePerson } from './joining.ts';
import { type Appended, append, type Outcome, readLog } from './log.ts';
import {
  type ConversationRow,
  conversations,
  JOIN_OFFER,
  OFFERED,
  type OfferedRow,
  summaryOf,
  visitors,
} from './model.ts';
import { tagIn } from './tagging.ts';
import type { OnPage } from './trail.ts';
import { worldOf } from './world.ts';

const PAGE = 50;
/** So many of a visitor’s earlier conversations stand beside one. */
const EARLIER = 10;
/** So many are told of one note. */
const MOST_MENTIONS = 20;

/** What the visitor wrote that this member has not seen; of conversations that people lead, as nobody is to read the others. */
export const UNREAD = `IF(c.holder IN ('waiting', 'agent'), (SELECT COUNT(*) FROM entries e WHERE e.conversation_id = c.id AND e.kind = 'replied' AND e.number >
  COALESCE((SELECT r.number FROM readings r WHERE r.conversation_id = c.id AND r.member_id = :me), 0)), 0)`;

const lists: Record<
  InboxList,
  { where: string; order: 'line_at' | 'later_until' | 'last_at'; direction: 'ASC' | 'DESC' }
> = {
  waiting: { where: `c.holder = 'waiting'`, order: 'line_at', direction: 'ASC' },
  mine: {
    where: `c.holder = 'agent' AND c.agent_id = :me AND c.later_until IS NULL`,
    order: 'last_at',
    direction: 'DESC',
  },
  later: {
    where: `c.holder = 'agent' AND c.agent_id = :me AND c.later_until IS NOT NULL`,
    order: 'later_until',
    direction: 'ASC',
  },
  others: { where: `c.holder = 'agent' AND c.agent_id <> :me`, order: 'last_at', direction: 'DESC' },
  'flow-led': { where: `c.holder = 'flow'`, order: 'last_at', direction: 'DESC' },
  done: { where: `c.holder = 'done'`, order: 'last_at', direction: 'DESC' },
};

/** What is said when something is typed that is no value of a fact’s type. */
const WANTED: Record<FactType, string> = {
  text: 'a text that can be kept',
  number: 'a number',
  money: 'an amount',
  date: 'a date',
  'yes/no': 'a yes or a no',
  choice: 'one of its choices',
  email: 'an email address',
  phone: 'a phone number',
  list: 'a list that can be kept',
  file: 'something that can be typed',
};

/** The facts of a flow that somebody may put right: what visitors said of themselves, and what was made of it. */
const correctable = (edition: Flow | undefined): Fact[] =>
  edition?.facts.filter(({ scope, type }) => scope !== 'business' && scope !== 'visit' && type !== 'file') ?? [];

/** A note, with those who are mentioned in it and can be told. */
function noteOf({ id, name }: SignedIn, text: string, clientId: string, { members }: Directory): EntryBody {
  const others = [...members.values()].filter(member => !member.resting && member.id !== id);
  const mentions = mentionedIn(text, others).slice(0, MOST_MENTIONS);
  return { kind: 'note', member: { id, name }, text, clientId, ...(mentions.length > 0 ? { mentions } : {}) };
}

/** What agents do with conversations. */
export class AgentService {
  private readonly house: House;
  private readonly host: Host;

  constructor(house: House, host: Host) {
    this.house = house;
    this.host = host;
  }

  /** Raw: a page of one of the lists by its own index, with what each reader has not seen. */
  async list(
    me: SignedIn,
    list: InboxList,
    before?: string,
  ): Promise<{ conversations: ConversationSummary[]; counts: InboxCounts; next: string | null }> {
    const { where, order, direction } = lists[list];
    const from = after(before);
    const beyond = from ? `AND (c.${order}, c.id) ${direction === 'ASC' ? '>' : '<'} (:at, :id)` : '';
    const [rows, counts, directory] = await Promise.all([
      this.house.database.query<ConversationRow & OfferedRow & { line_at: Date | null; unread: string | number }>(
        `SELECT c.*, ${OFFERED}, ${UNREAD} AS unread FROM conversations c ${JOIN_OFFER}
         WHERE c.workspace_id = :workspace AND ${where} ${beyond}
         ORDER BY c.${order} ${direction}, c.id ${direction} LIMIT ${PAGE + 1}`,
        {
          replacements: { workspace: me.workspace, me: me.id, at: from?.at, id: from?.id },
          type: QueryTypes.SELECT,
        },
      ),
      this.counts(me),
      this.house.ports.directories.of(me.workspace),
    ]);
    const page = rows.slice(0, PAGE);
    const last = page.at(-1);
    return {
      conversations: page.map(row => summaryOf(row, directory, Number(row.unread))),
      counts,
      next: rows.length > PAGE && last ? cursor(last[order] ?? last.last_at, last.id) : null,
    };
  }

  /** Raw: the conversation, its visitor and its edition’s number in one round trip. */
  async get(me: SignedIn, id: string, afterNumber = 0): Promise<Omit<ConversationDetail, 'here' | 'reached'>> {
    const [[row], entries, directory] = await Promise.all([
      this.house.database.query<
        ConversationRow &
          OfferedRow & {
            unread: string | number;
            facts: Facts;
            trail: OnPage[] | string;
            blocked: Date | null;
            person: string | null;
            edition: number | null;
            earlier: string | number;
          }
      >(
        `SELECT c.*, ${OFFERED}, ${UNREAD} AS unread, v.facts, v.trail, v.person_id AS person, v.blocked_at AS blocked, ed.number AS edition,
                (SELECT COUNT(*) FROM conversations b WHERE b.visitor_id = c.visitor_id AND b.id < c.id) AS earlier
         FROM conversations c ${JOIN_OFFER} JOIN visitors v ON v.id = c.visitor_id LEFT JOIN editions ed ON ed.id = c.edition_id
         WHERE c.id = :id AND c.workspace_id = :workspace`,
        { replacements: { id, workspace: me.workspace, me: me.id }, type: QueryTypes.SELECT },
      ),
      readLog(this.house.database, me.workspace, id, afterNumber),
      this.house.ports.directories.of(me.workspace),
    ]);
    if (!row) throw notFound('conversation');
    const [edition, before, same] = await Promise.all([
      row.edition_id === null ? undefined : this.house.ports.editions.get(me.workspace, row.edition_id),
      Number(row.earlier) === 0 ? [] : this.before(row),
      ofSamePerson(this.house, me.workspace, { id, visitor: row.visitor_id, person: row.person }),
    ]);
    const types = new Map(edition?.facts.map(fact => [fact.name, fact.type]));
    const known = { ...row.facts, ...row.session.facts };
    return {
      conversation: summaryOf(row, directory, Number(row.unread)),
      entries,
      facts: Object.entries(known).map(([fact, value]) => ({
        fact,
        type: types.get(fact) ?? 'text',
        value,
      })),
      edition: row.edition,
      scenes: edition?.scenes.map(({ id: scene, title }) => ({ id: scene, title })) ?? [],
      unknown: correctable(edition)
        .filter(({ name }) => known[name] === undefined)
        .map(({ name: fact, type }) => ({ fact, type })),
      earlier: Number(row.earlier),
      before: before.map(({ at, ...rest }) => ({ ...rest, at: at.toISOString() })),
      trail: typeof row.trail === 'string' ? JSON.parse(row.trail) : row.trail,
      blocked: row.blocked !== null,
      email: addressOf(edition?.facts ?? [], known) ?? null,
      same: row.joined_to === null ? same : [],
      joinedTo: row.joined_to,
    };
  }

  /** The last conversations that the visitor had before this one. Raw: along the index of their conversations. */
  private before({
    id,
    visitor_id: visitor,
  }: ConversationRow): Promise<Array<{ id: string; at: Date; preview: string; outcome: string | null }>> {
    return this.house.database.query(
      `SELECT id, started_at AS at, preview, outcome FROM conversations
       WHERE visitor_id = :visitor AND id < :id ORDER BY id DESC LIMIT ${EARLIER}`,
      { replacements: { id, visitor }, type: QueryTypes.SELECT },
    );
  }

  take(me: SignedIn, id: string): Promise<Appended> {
    return this.command(me, id, () => ({ does: 'take' }));
  }

  /** Answers; who answers what nobody has takes it. @param origin where Kineta is, for the addresses of files */
  async reply(me: SignedIn, id: string, answer: Answer, origin: string): Promise<Appended> {
    const behind = await answerOf(this.house, me, id, answer, origin);
    return this.command(me, id, () => ({ does: 'answer' }), { behind, clientId: answer.clientId });
  }

  async note(me: SignedIn, id: string, { clientId, text }: { clientId: string; text: string }): Promise<Appended> {
    const place = { workspace: me.workspace, conversation: id, clientId };
    const directory = await this.house.ports.directories.of(me.workspace);
    return append(this.house, place, async () => ({ entries: [noteOf(me, text, clientId, directory)] }));
  }

  passOn(me: SignedIn, id: string, to: { team: string } | { member: string }): Promise<Appended> {
    return this.command(me, id, ({ teams, members }) => {
      if ('team' in to) {
        const team = teams.get(to.team);
        return { does: 'pass on', to: team && { team: { id: team.id, name: team.name } } };
      }
      const found = members.get(to.member);
      const member = found?.resting ? undefined : found;
      return { does: 'pass on', to: member && { member: { id: member.id, name: member.name } } };
    });
  }

  /** Gives a conversation back to its flow, which goes on behind the hand over, or waits where it was left. */
  async handBack(me: SignedIn, id: string, { to, note }: { to?: string; note?: string } = {}): Promise<Appended> {
    const scene = to === undefined ? undefined : (await this.editionOf(me, id))?.scenes.find(one => one.id === to);
    if (to !== undefined && !scene) throw notFound('scene');
    const directory = await this.house.ports.directories.of(me.workspace);
    const left: EntryBody | undefined = note === undefined ? undefined : noteOf(me, note, randomUUID(), directory);
    const back: Command = { does: 'hand back', ...(scene ? { to: { id: scene.id, title: scene.title } } : {}) };
    return this.command(me, id, () => back, left ? { first: left } : {});
  }

  /**
   * Puts right what is known: in the conversation and, of what is remembered of visitors, for the next ones.
   * @throws {ProblemError} `invalid_request` at the text, when it is no value of the fact’s type
   */
  async correct(me: SignedIn, id: string, { fact: name, text }: { fact: string; text: string }): Promise<Appended> {
    const [edition, directory] = await Promise.all([
      this.editionOf(me, id),
      this.house.ports.directories.of(me.workspace),
    ]);
    const fact = correctable(edition).find(known => known.name === name);
    if (!fact) throw notFound('fact');
    return append(this.house, { workspace: me.workspace, conversation: id }, async (row, transaction) => {
      const now = new Date();
      const value = factTyped(text, fact, worldOf(directory, row, now.getTime()));
      if (value === undefined) {
        const message = `“${text}” is not ${WANTED[fact.type]}.`;
        throw new ProblemError('invalid_request', message, { fields: [{ path: 'body.text', message }] });
      }
      const entry: EntryBody = {
        kind: 'corrected',
        member: { id: me.id, name: me.name },
        fact: name,
        type: fact.type,
        value,
      };
      return this.host.correct(row, fact, value, entry, { directory, now, transaction });
    });
  }

  private async editionOf(me: SignedIn, id: string): Promise<Flow | undefined> {
    const row = await this.house.tables.in(me.workspace).of(conversations).one({ id });
    if (!row) throw notFound('conversation');
    return row.editionId === null ? undefined : this.house.ports.editions.get(me.workspace, row.editionId);
  }

  /** Puts it off until an instant (ISO 8601), or fetches it back. */
  putOff(me: SignedIn, id: string, until: string | null): Promise<Appended> {
    return this.command(me, id, () => ({ does: 'put off', until: until === null ? null : Date.parse(until) }));
  }

  /** Blocks the visitor, and closes what they said. */
  block(me: SignedIn, id: string): Promise<Appended> {
    const first: EntryBody = { kind: 'blocked', member: { id: me.id, name: me.name } };
    return this.command(me, id, () => ({ does: 'close', unwanted: true }), {
      first,
      also: (row, transaction) => this.let(row, { blockedAt: new Date(), blockedBy: me.id }, transaction),
    });
  }

  /** Closes what nobody should have come for, with the tag that says so where there is one. */
  async spam(me: SignedIn, id: string): Promise<Appended> {
    const directory = await this.house.ports.directories.of(me.workspace);
    const spam = [...directory.tags.values()].find(({ means }) => means === 'spam');
    let tagging: Outcome | undefined;
    return this.command(me, id, () => ({ does: 'close', unwanted: true }), {
      also: async (row, transaction) => {
        if (spam) tagging = await tagIn(this.house, row, { tag: spam.id, on: true }, me, directory, transaction);
        return true;
      },
      more: () => tagging,
    });
  }

  /** Lets a visitor write again who was blocked. */
  letBack(me: SignedIn, id: string): Promise<Appended> {
    return append(this.house, { workspace: me.workspace, conversation: id }, async (row, transaction) => {
      const isNew = await this.let(row, { blockedAt: null, blockedBy: null }, transaction);
      return { entries: isNew ? [{ kind: 'let back', member: { id: me.id, name: me.name } }] : [] };
    });
  }

  /** Lets a conversation’s visitor in again, or no more. @returns whether that is new */
  private async let(
    { workspace_id: workspace, visitor_id: id }: ConversationRow,
    to: { blockedAt: Date | null; blockedBy: string | null },
    transaction: Transaction,
  ): Promise<boolean> {
    const rows = this.house.tables.in(workspace).of(visitors);
    const before = await rows.one({ id }, { transaction, lock: true });
    if (!before || (before.blockedAt === null) === (to.blockedAt === null)) return false;
    await rows.change(to, { id }, { transaction });
    return true;
  }

  done(me: SignedIn, id: string): Promise<Appended> {
    return this.command(me, id, () => ({ does: 'close' }));
  }

  /** Raw: what was read stays read, whichever of two pages says so last, and never more than there is. */
  async read(me: SignedIn, id: string, number: number): Promise<void> {
    await this.house.database.query(
      `INSERT INTO readings (conversation_id, member_id, workspace_id, number)
       SELECT id, :me, workspace_id, LEAST(:number, last_number) FROM conversations WHERE id = :id AND workspace_id = :workspace
       ON DUPLICATE KEY UPDATE number = GREATEST(readings.number, VALUES(number))`,
      { replacements: { id, me: me.id, number, workspace: me.workspace } },
    );
  }

  /** Raw: counts in one pass of an index, and of what was put off, which is little, in another. */
  private async counts(me: SignedIn): Promise<InboxCounts> {
    const rows = await this.house.database.query<{ list: keyof InboxCounts; count: string | number }>(
      `SELECT CASE holder WHEN 'waiting' THEN 'waiting' WHEN 'flow' THEN 'flow-led'
                          ELSE IF(agent_id = :me, 'mine', 'others') END AS list, COUNT(*) AS count
       FROM conversations WHERE workspace_id = :workspace AND holder IN ('waiting', 'agent', 'flow') GROUP BY list
       UNION ALL SELECT 'later', COUNT(*) FROM conversations
       WHERE later_until IS NOT NULL AND workspace_id = :workspace AND agent_id = :me AND holder = 'agent'`,
      { replacements: { workspace: me.workspace, me: me.id }, type: QueryTypes.SELECT },
    );
    const counts: InboxCounts = { waiting: 0, mine: 0, later: 0, others: 0, 'flow-led': 0 };
    for (const row of rows) counts[row.list] = Number(row.count);
    counts.mine -= counts.later;
    return counts;
  }

  /**
   * A member does something with a conversation, if its state allows that.
   * @param first what is written in the log before what comes of the command
   * @throws {ProblemError} with why it is refused
   */
  private async command(
    me: SignedIn,
    conversation: string,
    commandIn: (directory: Directory) => Command,
    {
      first,
      behind,
      clientId,
      also,
      more,
    }: {
      first?: EntryBody;
      /** What stands behind it: who takes a conversation is there before they speak. */
      behind?: EntryBody;
      clientId?: string;
      /** What else is changed with it; when nothing is, `first` is not written either. */
      also?: (row: ConversationRow, transaction: Transaction) => Promise<boolean>;
      /** What that adds. */
      more?: () => Outcome | undefined;
    } = {},
  ): Promise<Appended> {
    const directory = await this.house.ports.directories.of(me.workspace);
    const giver = giverOf(me, directory);
    const place = { workspace: me.workspace, conversation, ...(clientId === undefined ? {} : { clientId }) };
    return append(this.house, place, async (row, transaction): Promise<Outcome> => {
      if (row.joined_to !== null)
        throw new ProblemError('not_yours', `This conversation goes on in conversation ${row.joined_to}.`);
      const now = new Date();
      const command = commandIn(directory);
      const held = commanded(holdingOf(row), command, giver, now.getTime());
      if ('refused' in held) throw refusal(held.refused, row);
      const isNew = also ? await also(row, transaction) : true;
      const added = more?.();
      const entries = [
        ...(first && isNew ? [first] : []),
        ...(added?.entries ?? []),
        ...held.entries,
        ...(behind ? [behind] : []),
      ];
      const changes = { ...changesFor(row, held.holding), ...added?.changes };
      if (!held.plays) return { entries, changes };
      const to = command.does === 'hand back' ? command.to?.id : undefined;
      return this.handedBack({ ...row, ...changes }, to, changes, entries, directory, now, transaction);
    });
  }

  private async handedBack(
    row: ConversationRow,
    to: string | undefined,
    changes: Outcome['changes'],
    entries: EntryBody[],
    directory: Directory,
    now: Date,
    transaction: Transaction,
  ): Promise<Outcome> {
    const outcome = await this.host.perform(row, { event: 'handed back', to }, directory, now, transaction);
    return { ...outcome, entries: [...entries, ...outcome.entries], changes: { ...changes, ...outcome.changes } };
  }
}

import { type Answerer, availabilityOf, type LetBy, offersFor, type WaitingVisitor } from '@kineta/core';
import { QueryTypes } from 'sequelize';
import type { Duty } from '../clockwork/clockwork.ts';
import type { Transaction } from '../database/connect.ts';
import type { House } from '../house/house.ts';
import type { Directory } from '../house/ports.ts';
import { answeringFor, isAtDesk } from '../house/there.ts';
import { type Happened, writeEvents } from '../stream/stream.ts';
import type { Announcer } from './announcer.ts';
import { append } from './log.ts';
import { offers, queues } from './model.ts';

/** How many of a line are looked at in one turn; there is another a second later. */
const AT_ONCE = 1_000;
/** An offer that ended longer ago, in milliseconds, is seen to when somebody is free. */
const JUST_ENDED = 60_000;
/** For how many seconds somebody is offered who waits for whoever is there. */
const ACCEPTS_WITHIN = 30;

/** Who waits, with what became of the last offer. */
interface Waiting {
  id: string;
  since: Date;
  urgent: number;
  team: string | null;
  language: string | null;
  member: string | null;
  offeredAt: Date | null;
  until: Date | null;
  letBy: LetBy[] | null;
  /** Who spoke with this visitor last. */
  spoke: string | null;
  /** Whom the flow fetches them to first, by name. */
  meantFor: string | null;
  skill: string | null;
  /** A lead plays them: nothing that listens hears of it. */
  isTest: number;
}

/** An offer that has come to its end without being taken up. */
interface Lapsed {
  conversation: string;
  member: string;
  seconds: number;
}

/** The workspaces in which somebody waits. Raw: an index tells it, workspace by workspace. */
export async function workspacesWithLine({ database }: Pick<House, 'database'>): Promise<string[]> {
  const rows = await database.query<{ id: string }>(
    `SELECT w.id FROM workspaces w
     WHERE EXISTS (SELECT 1 FROM conversations c WHERE c.workspace_id = w.id AND c.holder = 'waiting')`,
    { type: QueryTypes.SELECT },
  );
  return rows.map(({ id }) => String(id));
}

/** Those who take chats, with what they have and are being offered at this moment. */
async function answerersOf(
  house: House,
  workspace: string,
  directory: Directory,
  transaction: Transaction,
  now: number,
) {
  const here = [...directory.members.values()].filter(({ availability }) => isAtDesk(availability));
  if (here.length === 0) return [];
  // Raw: what they have by an index, what they are offered by another, and when they were last given one by a third.
  const rows = await house.database.query<{
    member: string;
    held: string | number;
    offered: string | number;
    givenAt: Date | null;
  }>(
    `SELECT m.id AS member,
       (SELECT COUNT(*) FROM conversations c
        WHERE c.workspace_id = m.workspace_id AND c.agent_id = m.id AND c.holder = 'agent') AS held,
       (SELECT COUNT(*) FROM offers o JOIN conversations c
          ON c.id = o.conversation_id AND c.holder = 'waiting' AND c.waiting_since = o.since
        WHERE o.workspace_id = m.workspace_id AND o.member_id = m.id AND o.until > :now) AS offered,
       (SELECT MAX(t.began_at) FROM turns t WHERE t.workspace_id = m.workspace_id AND t.member_id = m.id) AS givenAt
     FROM members m WHERE m.workspace_id = :workspace AND m.id IN (:members)`,
    {
      replacements: { workspace, members: here.map(({ id }) => id), now: new Date(now) },
      type: QueryTypes.SELECT,
      transaction,
    },
  );
  const counted = new Map(rows.map(row => [String(row.member), row]));
  return here.flatMap(({ id, languages, skills, attendance }): Answerer[] => {
    const row = counted.get(id);
    const held = Number(row?.held ?? 0);
    if (!row || availabilityOf({ ...attendance, holds: held }, now) !== 'takes chats') return [];
    const teams = [...directory.teams.values()]
      .filter(team => answeringFor(directory, team).some(member => member.id === id))
      .map(team => team.id);
    const isOffered = Number(row.offered) > 0;
    const givenAt = row.givenAt?.getTime() ?? 0;
    const knows = { languages: languages.map(baseOf), skills };
    return [{ id, teams, ...knows, holds: held, most: attendance.most, isOffered, givenAt }];
  });
}

const baseOf = (tag: string): string => tag.split('-')[0]!.toLowerCase();

/** The line as it is. Raw: along the index of who waits, with the last offer and the last turn of each. */
function lineOf({ database }: House, workspace: string, transaction: Transaction): Promise<Waiting[]> {
  return database.query<Waiting>(
    `SELECT c.id, c.waiting_since AS since, c.urgent, c.team_id AS team, JSON_VALUE(c.visit, '$.language') AS language,
       JSON_VALUE(c.session, '$.meantFor') AS meantFor, JSON_VALUE(c.session, '$.skill') AS skill, o.member_id AS member, o.offered_at AS offeredAt, o.until, o.let_by AS letBy,
       c.is_test AS isTest,
       (SELECT t.member_id FROM turns t JOIN conversations b ON b.id = t.conversation_id
        WHERE b.visitor_id = c.visitor_id ORDER BY t.began_at DESC LIMIT 1) AS spoke
     FROM conversations c LEFT JOIN offers o ON o.conversation_id = c.id AND o.since = c.waiting_since
     WHERE c.workspace_id = :workspace AND c.holder = 'waiting'
     ORDER BY c.line_at, c.id LIMIT ${AT_ONCE}`,
    { replacements: { workspace }, type: QueryTypes.SELECT, transaction },
  );
}

/**
 * Offers who waits in a workspace to who takes chats, and ends what nobody took up. One process at a time decides in a
 * workspace, so that nobody is offered more than they take.
 * @returns which conversations are offered otherwise than before, and which offers ran out
 */
async function route(house: House, workspace: string): Promise<{ changed: string[]; lapsed: Lapsed[] }> {
  const directory = await house.ports.directories.of(workspace);
  return house.database.transaction(async transaction => {
    // Raw: the row is held, or gone past when another process holds it.
    const [decides] = await house.database.query(
      'SELECT workspace_id FROM queues WHERE workspace_id = :workspace FOR UPDATE SKIP LOCKED',
      { replacements: { workspace }, type: QueryTypes.SELECT, transaction },
    );
    const nothing = { changed: [], lapsed: [] };
    if (!decides) return nothing;
    const now = Date.now();
    const answerers = await answerersOf(house, workspace, directory, transaction, now);
    // While nobody could be offered anybody, and nobody is, a long line is not read every second.
    const isFree = answerers.some(({ holds, most, isOffered }) => holds < most && !isOffered);
    const lately = { memberId: { not: null }, until: { from: new Date(now - JUST_ENDED) } };
    const isOffered = await house.tables.in(workspace).of(offers).count(lately, { transaction });
    if (!isFree && isOffered === 0) return nothing;
    const line = await lineOf(house, workspace, transaction);
    // Whoever has gone, or does not answer for the team that it was passed on to, is offered it no more.
    const isMeant = (member: string, team: string | null): boolean =>
      answeringFor(directory, team === null ? undefined : directory.teams.get(team)).some(
        ({ id, availability }) => id === member && isAtDesk(availability),
      );
    const byName = new Map([...directory.members.values()].map(({ id, name }) => [name, id]));
    const lapsed: Lapsed[] = [];
    const ended = new Map<string, LetBy[]>();
    const open: WaitingVisitor[] = [];
    for (const { id, since, urgent, team, language, member, offeredAt, until, letBy, spoke, meantFor, skill } of line) {
      const isOn = member !== null && until !== null && until.getTime() > now;
      if (isOn && isMeant(member, team)) continue;
      const past = letBy ?? [];
      if (member !== null) {
        past.push({ member, at: now });
        ended.set(id, past);
        // Who could not take it did not let it go by.
        if (!isOn && offeredAt && until)
          lapsed.push({
            conversation: id,
            member,
            seconds: Math.round((until.getTime() - offeredAt.getTime()) / 1_000),
          });
      }
      open.push({
        id,
        since: since.getTime(),
        urgent: Boolean(Number(urgent)),
        team,
        prefers: [byName.get(meantFor ?? ''), spoke ?? undefined].filter(id => id !== undefined),
        language: language === null ? null : baseOf(language),
        skill,
        letBy: past,
      });
    }
    const made = offersFor(open, answerers, now);
    const byId = new Map(open.map(visitor => [visitor.id, visitor]));
    const given = new Map(made.map(({ conversation, member }) => [conversation, member]));
    const rows = [...new Set([...ended.keys(), ...given.keys()])].map(id => {
      const { team, since, letBy } = byId.get(id)!;
      const member = given.get(id) ?? null;
      const seconds = (team !== null && directory.teams.get(team)?.acceptsWithin) || ACCEPTS_WITHIN;
      const until = new Date(member === null ? now : now + seconds * 1_000);
      return [id, workspace, member, new Date(now), until, new Date(since), JSON.stringify(letBy)];
    });
    if (rows.length > 0) {
      // Raw: all that changed in one statement.
      await house.database.query(
        `INSERT INTO offers (conversation_id, workspace_id, member_id, offered_at, until, since, let_by) VALUES :rows
         ON DUPLICATE KEY UPDATE member_id = VALUES(member_id), offered_at = VALUES(offered_at), until = VALUES(until),
           since = VALUES(since), let_by = VALUES(let_by)`,
        { replacements: { rows }, type: QueryTypes.INSERT, transaction },
      );
      const played = new Set(line.flatMap(({ id, isTest }) => (Number(isTest) === 1 ? [id] : [])));
      const happened = rows.flatMap(([id, , member]) =>
        played.has(String(id)) ? [] : [offeredTo(workspace, String(id), member as string | null, new Date(now))],
      );
      await writeEvents(happened, transaction);
      const queue = house.tables.in(workspace).of(queues);
      await queue.change({ decidedAt: new Date(now) }, {}, { transaction });
    }
    return { changed: rows.map(([id]) => String(id)), lapsed };
  });
}

/** What is told of an offer, or that there is none any more: no entry of the log, as nobody has done anything yet. */
const offeredTo = (workspaceId: string, conversationId: string, member: string | null, at: Date): Happened => ({
  workspaceId,
  conversationId,
  kind: 'offered',
  at,
  flowId: null,
  editionId: null,
  number: null,
  said: { member },
});

/** Offers who waits for a person to somebody who takes chats, one after the other, until somebody takes them. */
export function routing(house: House, announcer: Announcer): Duty {
  const ready = new Set<string>();
  const decide = async (workspace: string): Promise<void> => {
    if (!ready.has(workspace)) {
      await house.database.query('INSERT IGNORE INTO queues (workspace_id) VALUES (:workspace)', {
        replacements: { workspace },
        type: QueryTypes.INSERT,
      });
      ready.add(workspace);
    }
    const { changed, lapsed } = await route(house, workspace);
    const { members } = await house.ports.directories.of(workspace);
    for (const { conversation, member, seconds } of lapsed) {
      const who = members.get(member);
      if (!who) continue;
      const told = await append(house, { workspace, conversation }, async ({ holder }) => ({
        // Somebody may have taken it in that moment.
        entries: holder === 'waiting' ? [{ kind: 'let by', member: { id: who.id, name: who.name }, seconds }] : [],
      }));
      await announcer.announce(told);
    }
    await announcer.changed(workspace, changed);
  };
  return {
    name: 'routing',
    async turn() {
      // One workspace’s trouble is not another’s.
      for (const workspace of await workspacesWithLine(house))
        await decide(workspace).catch((error: unknown) =>
          house.logger.error({ err: error, workspace }, 'nobody was offered who waits'),
        );
      return false;
    },
  };
}

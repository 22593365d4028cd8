import { type SamePerson, VISITOR_NAMESPACE } from '@kineta/contract';
import { commanded, type EntryBody, joinedToOther, visitorMailed, type Who } from '@kineta/core';
import { QueryTypes } from 'sequelize';
import { z } from 'zod';
import type { House } from '../house/house.ts';
import type { SignedIn } from '../house/ports.ts';
import { notFound, ProblemError } from '../http/problem.ts';
import { rooms } from '../live/rooms.ts';
import type { Listener } from '../stream/listener.ts';
import type { Announcer } from './announcer.ts';
import { changesFor, giverOf, holdingOf, refusal } from './holding.ts';
import { type Appended, append, readLog } from './log.ts';
import { conversations, visitors } from './model.ts';
import { transcriptOf } from './transcript.ts';

/** So many lines of what was said are taken along. */
const LINES = 20;
/** So many others of a person are offered, that go on or were closed within so many hours. */
const MOST = 5;
const CLOSED_WITHIN = 24;

/**
 * What else is under way with the same person, in other browsers. Raw: along the indexes of people and of their visits, read
 * with every conversation that is opened.
 */
export async function ofSamePerson(
  { database }: Pick<House, 'database'>,
  workspace: string,
  { id, visitor, person }: { id: string; visitor: string; person: string | null },
): Promise<SamePerson[]> {
  if (person === null) return [];
  const rows = await database.query<{ id: string; visitor: string; at: Date; preview: string }>(
    `SELECT c.id, c.visitor_name AS visitor, c.last_at AS at, c.preview
     FROM visitors v JOIN conversations c ON c.visitor_id = v.id
     WHERE v.person_id = :person AND v.workspace_id = :workspace AND v.id <> :visitor AND c.id <> :id
       AND c.joined_to IS NULL AND c.is_test = 0
       AND (c.holder <> 'done' OR c.last_at > UTC_TIMESTAMP(3) - INTERVAL ${CLOSED_WITHIN} HOUR)
     ORDER BY c.id DESC LIMIT ${MOST}`,
    { replacements: { person, workspace, visitor, id }, type: QueryTypes.SELECT },
  );
  return rows.map(({ at, ...rest }) => ({ ...rest, at: at.toISOString() }));
}

/**
 * Joins another conversation of the same person to one: it is closed, without a word to its visitor, and what is said in either
 * browser is here from then on. Each browser goes on showing its own: only answers go to both.
 * @throws {ProblemError} `invalid_request` when they are not known as one person; when somebody else has one of them
 */
export async function join(house: House, me: SignedIn, id: string, other: string): Promise<Appended[]> {
  const { tables, ports } = house;
  const rows = tables.in(me.workspace).of(conversations);
  const [one, two] = await Promise.all([rows.one({ id }), rows.one({ id: other })]);
  if (!one || !two || id === other) throw notFound('conversation');
  const people = await tables
    .in(me.workspace)
    .of(visitors)
    .all({ id: [one.visitorId, two.visitorId] }, { only: ['id', 'personId'] });
  const [person, ...rest] = [...new Set(people.map(({ personId }) => personId))];
  if (person == null || rest.length > 0)
    throw new ProblemError(
      'invalid_request',
      'They are not known as one person: they gave no email or phone number in common.',
    );
  for (const { joinedTo } of [one, ...(two.joinedTo === id ? [] : [two])])
    if (joinedTo !== null)
      throw new ProblemError(
        'invalid_request',
        `One of them goes on in conversation ${joinedTo}. Join the other to that.`,
      );
  const directory = await ports.directories.of(me.workspace);
  const member: Who = { id: me.id, name: me.name };
  const giver = giverOf(me, directory);
  const may = (row: Parameters<typeof holdingOf>[0]) => {
    const held = commanded(holdingOf(row), { does: 'answer' }, giver, Date.now());
    if ('refused' in held) throw refusal(held.refused, row);
    return held;
  };
  const left = await append(house, { workspace: me.workspace, conversation: other }, async row => {
    if (row.joined_to !== null) return { entries: [] };
    may(row);
    const changes = changesFor(row, joinedToOther(holdingOf(row)));
    return { entries: [{ kind: 'joined to', member, conversation: id }], changes: { ...changes, joined_to: id } };
  });
  const place = { workspace: me.workspace, conversation: id, clientId: `joined-${other}` };
  const said = (await transcriptOf(house, me.workspace, other)).slice(-LINES);
  const came = await append(house, place, async row => {
    const held = may(row);
    const { clientId } = place;
    const entry: EntryBody = {
      kind: 'joined here',
      member,
      conversation: other,
      visitor: two.visitorName,
      said,
      clientId,
    };
    return { entries: [...held.entries, entry], changes: changesFor(row, held.holding) };
  });
  // Whoever has the other one open is there.
  house.io.of(VISITOR_NAMESPACE).in(rooms.visitor(other)).socketsJoin(rooms.elsewhere(id));
  return [left, came];
}

const Written = z.object({ clientId: z.string() });

/** Carries on what is said where conversations are joined: the visitor’s words to the one, and people’s answers to the other. */
export function joinedListener(house: House, announcer: Announcer): Listener {
  const entryAt = async (workspace: string, conversation: string, number: number) =>
    (await readLog(house.database, workspace, conversation, number - 1, 1)).find(entry => entry.number === number);
  /** In a transaction of its own; heard again after a crash, it is there already by its identity. */
  async function carry(
    workspace: string,
    conversation: string,
    body: EntryBody & { clientId: string },
    reopens: boolean,
  ) {
    const place = { workspace, conversation, clientId: body.clientId };
    await announcer.announce(
      await append(house, place, async row => ({
        entries: [body],
        changes: reopens ? changesFor(row, visitorMailed(holdingOf(row), Date.now()).holding) : {},
      })),
    );
  }
  return {
    name: 'joined conversations',
    kinds: ['replied', 'answered'],
    async hear(events) {
      const ids = [...new Set(events.flatMap(({ conversationId }) => conversationId ?? []))];
      if (ids.length === 0) return undefined;
      // Raw: over all workspaces of these events, along two indexes; nothing of most.
      const pairs = await house.database.query<{ id: string; to: string }>(
        `SELECT id, joined_to AS \`to\` FROM conversations WHERE id IN (:ids) AND joined_to IS NOT NULL
         UNION SELECT id, joined_to FROM conversations WHERE joined_to IN (:ids)`,
        { replacements: { ids }, type: QueryTypes.SELECT },
      );
      if (pairs.length === 0) return undefined;
      for (const { workspaceId: workspace, conversationId: id, number } of events) {
        if (id === null || number === null || !pairs.some(pair => pair.id === id || pair.to === id)) continue;
        const entry = await entryAt(workspace, id, number);
        const written = Written.safeParse(entry);
        if (!entry || !written.success) continue;
        const { number: _, at: __, ...body } = entry;
        // What a member said goes to those that were joined to it, and what the visitor said to the one that theirs was joined to.
        const fromTeam = 'member' in entry;
        for (const pair of pairs) {
          if ((fromTeam ? pair.to : pair.id) !== id) continue;
          const told = { ...body, ...written.data, ...(fromTeam ? {} : { elsewhere: id }) };
          await carry(workspace, fromTeam ? pair.id : pair.to, told as EntryBody & { clientId: string }, !fromTeam);
        }
      }
      return undefined;
    },
  };
}

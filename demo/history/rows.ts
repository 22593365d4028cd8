import type { Entry } from '@kineta/contract';
import { type Facts, wordsOfPerson } from '@kineta/core';
import {
  conversing,
  eventsOf,
  hashed,
  insertEntries,
  people,
  peopleWords,
  secret,
  type Tables,
  writeEvents,
} from '@kineta/server';
import type { MadeUpVisitor, PastConversation } from './conversation.ts';

/** The rows that the past is hung on. */
export interface Place {
  workspace: string;
  site: string;
  flow: string;
  /** By their numbers. */
  editions: ReadonlyMap<number, string>;
  memberIds: ReadonlyMap<string, string>;
  teamIds: ReadonlyMap<string, string>;
  tagIds: ReadonlyMap<string, string>;
}

/** So many rows go in one statement. */
const AT_ONCE = 500;
const PERSONAL = ['first name', 'email', 'phone'];

const partsOf = <T>(all: readonly T[], size = AT_ONCE): T[][] =>
  Array.from({ length: Math.ceil(all.length / size) }, (_, part) => all.slice(part * size, (part + 1) * size));

const textIn = (facts: Facts, name: string): string | null => (typeof facts[name] === 'string' ? facts[name] : null);

/** Somebody on record, with those whom they came as. */
interface Person {
  name: string;
  email: string | null;
  phone: string | null;
  facts: Facts;
  visitors: Set<MadeUpVisitor>;
}

/** Who is on record: whoever said a name, an email or a number; two of one email are one. */
function peopleIn(visitors: Iterable<MadeUpVisitor>): Person[] {
  const all: Person[] = [];
  const byEmail = new Map<string, Person>();
  for (const visitor of visitors) {
    const { facts, name } = visitor;
    if (!PERSONAL.some(fact => facts[fact] !== undefined)) continue;
    const email = textIn(facts, 'email');
    const same = email === null ? undefined : byEmail.get(email);
    if (same) {
      same.facts = { ...same.facts, ...facts };
      same.visitors.add(visitor);
      continue;
    }
    const person = { name, email, phone: textIn(facts, 'phone'), facts, visitors: new Set([visitor]) };
    all.push(person);
    if (email !== null) byEmail.set(email, person);
  }
  return all;
}

/** Writes the made-up past, some hundred rows at a time, and tells the stream of what happened in it. */
export async function writePast(tables: Tables, place: Place, all: readonly PastConversation[]): Promise<void> {
  const rows = tables.in(place.workspace);
  const seen = new Map<MadeUpVisitor, { firstSeen: Date; lastSeen: Date }>();
  for (const { visitor, row } of all) {
    const before = seen.get(visitor);
    seen.set(visitor, { firstSeen: before?.firstSeen ?? row.started_at, lastSeen: row.last_at });
  }
  const seenBy = (visitors: Iterable<MadeUpVisitor>) => {
    const times = [...visitors].map(visitor => seen.get(visitor)!);
    return {
      firstSeen: new Date(Math.min(...times.map(one => one.firstSeen.getTime()))),
      lastSeen: new Date(Math.max(...times.map(one => one.lastSeen.getTime()))),
    };
  };

  const personIds = new Map<MadeUpVisitor, string>();
  for (const part of partsOf(peopleIn(seen.keys()))) {
    const ids = await rows
      .of(people)
      .addAll(part.map(({ visitors, ...person }) => ({ ...person, ...seenBy(visitors) })));
    const words = part.flatMap((person, index) => wordsOfPerson(person).map(word => ({ word, personId: ids[index]! })));
    for (const some of partsOf(words)) await rows.of(peopleWords).addAll(some);
    for (const [index, { visitors }] of part.entries())
      for (const visitor of visitors) personIds.set(visitor, ids[index]!);
  }

  const visitorIds = new Map<MadeUpVisitor, string>();
  for (const part of partsOf([...seen])) {
    const ids = await rows.of(conversing.visitors).addAll(
      part.map(([visitor, times]) => ({
        siteId: place.site,
        secretHash: hashed(secret()),
        personId: personIds.get(visitor) ?? null,
        facts: visitor.facts,
        ...times,
      })),
    );
    for (const [index, [visitor]] of part.entries()) visitorIds.set(visitor, ids[index]!);
  }

  for (const part of partsOf(all)) await writePart(tables, place, part, visitorIds);
}

async function writePart(
  tables: Tables,
  { workspace, site, flow, editions, memberIds, teamIds, tagIds }: Place,
  part: readonly PastConversation[],
  visitorIds: ReadonlyMap<MadeUpVisitor, string>,
): Promise<void> {
  const rows = tables.in(workspace);
  const idOf = (ids: ReadonlyMap<string, string>, name: string | null): string | null =>
    name === null ? null : (ids.get(name) ?? null);
  const named = (entry: Entry): Entry =>
    'member' in entry
      ? { ...entry, member: { ...entry.member, id: memberIds.get(entry.member.name) ?? entry.member.id } }
      : entry;
  const ids = await rows.of(conversing.conversations).addAll(
    part.map(({ visitor, edition, visit, row, tags, entries }) => ({
      siteId: site,
      visitorId: visitorIds.get(visitor)!,
      visitorName: row.name,
      flowId: flow,
      editionId: editions.get(edition)!,
      holder: row.holder,
      agentId: idOf(memberIds, row.agent),
      teamId: idOf(teamIds, row.team),
      session: row.session,
      seed: visitor.number + 1,
      lastNumber: entries.length,
      preview: row.preview,
      outcome: row.outcome,
      page: row.page,
      visit,
      startedAt: row.started_at,
      lastAt: row.last_at,
      waitingSince: row.waiting_since,
      tags: tags.map(tag => tagIds.get(tag)!),
      urgent: row.urgent,
    })),
  );
  const placed = part.map((past, index) => ({ ...past, id: ids[index]!, entries: past.entries.map(named) }));
  await rows
    .of(conversing.conversationTags)
    .addAll(
      placed.flatMap(({ id, tags, row }) =>
        tags.map(tag => ({ conversationId: id, tagId: tagIds.get(tag)!, at: row.last_at })),
      ),
    );
  await rows.of(conversing.ratings).addAll(
    placed.flatMap(({ id, rating, row }) =>
      rating
        ? [
            {
              conversationId: id,
              memberId: idOf(memberIds, row.agent),
              teamId: idOf(teamIds, row.team),
              flowId: flow,
              ...rating,
            },
          ]
        : [],
    ),
  );
  // What happened then is told when it happened, so that it is counted where it belongs.
  const happened = placed.flatMap(({ id, edition, entries }) => {
    const where = { workspaceId: workspace, conversationId: id, flowId: flow, editionId: editions.get(edition)! };
    return entries.flatMap(entry => eventsOf([entry], { ...where, at: new Date(entry.at) }));
  });
  await tables.database.transaction(async transaction => {
    for (const { id, entries } of placed)
      await insertEntries([{ row: { id, workspace_id: workspace }, entries }], transaction);
    for (const some of partsOf(happened)) await writeEvents(some, transaction);
  });
}

import { type ConversationSummary, type Holder, InboxFilter } from '@kineta/contract';
import { LONGEST_COMMENT, Rating, Session, Value, type Visit } from '@kineta/core';
import { z } from 'zod';
import {
  identity,
  instant,
  integer,
  json,
  longText,
  nullable,
  oneOf,
  partOfKey,
  reference,
  table,
  text,
  usually,
  yesNo,
} from '../database/table.ts';
import type { Directory } from '../house/ports.ts';
import type { Followed } from './following.ts';

const AnyVisit = z.looseObject({}) as unknown as z.ZodType<Visit>;
/** As far as its course was followed; what a newer build keeps of it is that one’s to read. */
const AnyFollowed = z.looseObject({});

const KnownFacts = z.record(z.string(), Value);

/** Browsers that opened the chat, each with what is remembered of it. */
export const visitors = table('visitors', {
  id: identity,
  workspaceId: reference(),
  siteId: reference(),
  secretHash: text(64),
  /** As whom their site signs them in: only whoever proves that is let in as them. */
  signedAs: nullable(text(200)),
  /** By what pages know the browser again. */
  pageMark: nullable(text(22)),
  /** A lead plays them. */
  isTest: usually(yesNo),
  personId: nullable(reference()),
  /** Since when they are let in no more, and by which member. */
  blockedAt: nullable(instant),
  blockedBy: nullable(reference()),
  facts: json(KnownFacts),
  /** The pages on which they had the chat, the last ones. */
  trail: usually(json(z.array(z.object({ page: z.string(), at: z.string() })))),
  firstSeen: instant,
  lastSeen: instant,
});

/** One visitor’s exchange: where it stands, and what lists show of it. */
export const conversations = table('conversations', {
  id: identity,
  workspaceId: reference(),
  siteId: reference(),
  visitorId: reference(() => visitors),
  visitorName: text(200),
  flowId: nullable(reference()),
  editionId: nullable(reference()),
  holder: oneOf(['flow', 'waiting', 'agent', 'done']),
  agentId: nullable(reference()),
  teamId: nullable(reference()),
  session: json(Session),
  seed: integer,
  lastNumber: integer,
  preview: text(200),
  outcome: nullable(text(40)),
  page: text(500),
  visit: nullable(json(AnyVisit)),
  startedAt: instant,
  lastAt: instant,
  waitingSince: nullable(instant),
  /** Until when who has it has put it off. */
  laterUntil: nullable(instant),
  /** Since when it is back, and nothing was done about that. */
  backSince: nullable(instant),
  /** In which other one of the same person it goes on. */
  joinedTo: nullable(reference()),
  isTest: usually(yesNo),
  /** The identities of its tags, as lists show them. */
  tags: usually(json(z.array(z.string()))),
  urgent: usually(yesNo),
  /** How it has gone, as rules follow it. */
  course: nullable(json(AnyFollowed)),
});

/** Which conversations have which tags. */
export const conversationTags = table('conversation_tags', {
  conversationId: partOfKey(reference(() => conversations)),
  tagId: partOfKey(reference()),
  workspaceId: reference(),
  at: instant,
});

/** The lines of conversations’ logs, numbered from 1. */
export const entries = table('entries', {
  conversationId: partOfKey(reference(() => conversations)),
  number: partOfKey(integer),
  workspaceId: reference(),
  kind: text(20),
  at: instant,
  clientId: nullable(text(40)),
  body: json(z.looseObject({ kind: z.string() })),
});

/** For which conversations rules have something to do, or to look again, and when. */
export const ruleDues = table('rule_dues', {
  conversationId: partOfKey(reference(() => conversations)),
  workspaceId: reference(),
  dueAt: instant,
  /** How often it was tried. */
  tries: usually(integer),
});

/** What visitors said of how it went, with who had the conversation last. */
export const ratings = table('ratings', {
  conversationId: partOfKey(reference(() => conversations)),
  workspaceId: reference(),
  memberId: nullable(reference()),
  teamId: nullable(reference()),
  flowId: nullable(reference()),
  rating: oneOf(Rating.options),
  comment: nullable(text(LONGEST_COMMENT)),
  at: instant,
});

/** Up to which entry members have read. */
export const readings = table('readings', {
  conversationId: partOfKey(reference(() => conversations)),
  memberId: partOfKey(reference()),
  workspaceId: reference(),
  number: integer,
});

/** Up to which entry a visitor’s browser has it, and up to which it was before their eyes. */
export const reached = table('reached', {
  conversationId: partOfKey(reference(() => conversations)),
  workspaceId: reference(),
  has: integer,
  seen: integer,
});

/** When conversations are to be played on; one timer each. */
export const timers = table('timers', {
  conversationId: partOfKey(reference(() => conversations)),
  workspaceId: reference(),
  ticket: integer,
  dueAt: instant,
  /** How often it was tried to tell the conversation of it. */
  tries: usually(integer),
});

/** What visitors said in vain, and who waited for nobody; by the entry that tells of it. */
export const missed = table('missed', {
  conversationId: partOfKey(reference(() => conversations)),
  number: partOfKey(integer),
  workspaceId: reference(),
  code: text(30),
  at: instant,
});

/** The words of what was written, as the full-text index has them; by the entry in which it was. */
export const said = table('said', {
  conversationId: partOfKey(reference(() => conversations)),
  number: partOfKey(integer),
  workspaceId: reference(),
  at: instant,
  words: longText,
});

/** To whom a conversation that waits is offered now, and who let it go by; as long as it waits since that very moment. */
export const offers = table('offers', {
  conversationId: partOfKey(reference(() => conversations)),
  workspaceId: reference(),
  /** Nobody, between two offers. */
  memberId: nullable(reference()),
  offeredAt: instant,
  until: instant,
  since: instant,
  letBy: json(z.array(z.object({ member: z.string(), at: z.number() }))),
});

/** The times that people had a conversation, by the entry with which each began. */
export const turns = table('turns', {
  conversationId: partOfKey(reference(() => conversations)),
  number: partOfKey(integer),
  workspaceId: reference(),
  teamId: nullable(reference()),
  memberId: reference(),
  beganAt: instant,
  endedAt: nullable(instant),
  /** In how many milliseconds who was offered it took it. */
  takenIn: nullable(integer),
});

/** Answers to visitors who had left: the first that goes by email, since when, and when. */
export const unseenAnswers = table('unseen_answers', {
  conversationId: partOfKey(reference(() => conversations)),
  workspaceId: reference(),
  number: integer,
  since: instant,
  dueAt: instant,
});

/** The lists of the inbox that members keep for themselves. */
export const ownLists = table('own_lists', {
  id: identity,
  workspaceId: reference(),
  memberId: reference(),
  name: text(40),
  filter: json(InboxFilter),
  createdAt: instant,
});

/** The line of each workspace: held by the process that decides who is offered what, with when that was last something new. */
export const queues = table('queues', { workspaceId: partOfKey(reference()), decidedAt: nullable(instant) });

/** A conversation’s row as the hot paths read it. */
export interface ConversationRow {
  id: string;
  workspace_id: string;
  site_id: string;
  visitor_id: string;
  visitor_name: string;
  flow_id: string | null;
  edition_id: string | null;
  holder: Holder;
  agent_id: string | null;
  team_id: string | null;
  session: Session;
  seed: number;
  last_number: number;
  preview: string;
  outcome: string | null;
  page: string;
  visit: Visit | null;
  started_at: Date;
  last_at: Date;
  waiting_since: Date | null;
  later_until: Date | null;
  back_since: Date | null;
  joined_to: string | null;
  is_test: number;
  /** As the driver gives it: JSON, or its text. */
  tags: string[] | string;
  urgent: number;
  /** As the driver gives it, or as it was worked out. */
  course: Followed | string | null;
}

/** The identities of a conversation’s tags. */
export const tagsOf = ({ tags }: Pick<ConversationRow, 'tags'>): string[] =>
  typeof tags === 'string' ? JSON.parse(tags) : tags;

/** To whom a conversation is offered, as lists read it beside its row. */
export interface OfferedRow {
  offered_to: string | null;
  offered_until: Date | null;
}

/** What is selected beside `c`, joined by {@link JOIN_OFFER}. */
export const OFFERED = 'o.member_id AS offered_to, o.until AS offered_until';
export const JOIN_OFFER = `LEFT JOIN offers o
  ON o.conversation_id = c.id AND o.since = c.waiting_since AND o.until > UTC_TIMESTAMP(3) AND c.holder = 'waiting'`;

/** The columns that an event may change. */
export type Changes = Partial<
  Pick<
    ConversationRow,
    | 'flow_id'
    | 'edition_id'
    | 'holder'
    | 'agent_id'
    | 'team_id'
    | 'session'
    | 'preview'
    | 'outcome'
    | 'visitor_name'
    | 'waiting_since'
    | 'later_until'
    | 'back_since'
    | 'joined_to'
    | 'tags'
    | 'urgent'
  >
>;

/** A conversation as lists show it. `unread` is for one reader, so it is given. */
export function summaryOf(
  row: ConversationRow & Partial<OfferedRow>,
  directory: Directory,
  unread = 0,
): ConversationSummary {
  const agent = row.agent_id === null ? undefined : directory.members.get(row.agent_id);
  const offered = row.holder === 'waiting' && row.offered_to ? directory.members.get(row.offered_to) : undefined;
  return {
    id: row.id,
    visitor: row.visitor_name,
    holder: row.holder,
    agent: agent ? { id: agent.id, name: agent.name } : null,
    team: row.team_id === null ? null : (directory.teams.get(row.team_id)?.name ?? null),
    flow: row.flow_id === null ? null : (directory.flowNames.get(row.flow_id) ?? null),
    preview: row.preview,
    outcome: row.outcome,
    page: row.page,
    startedAt: row.started_at.toISOString(),
    lastAt: row.last_at.toISOString(),
    waitingSince: row.waiting_since?.toISOString() ?? null,
    later: row.later_until?.toISOString() ?? null,
    back: row.back_since?.toISOString() ?? null,
    offered:
      offered && row.offered_until
        ? { member: { id: offered.id, name: offered.name }, until: row.offered_until.toISOString() }
        : null,
    last: row.last_number,
    unread,
    tags: tagsOf(row).flatMap(id => {
      const tag = directory.tags.get(id);
      return tag ? [{ id, name: tag.name }] : [];
    }),
    urgent: Boolean(Number(row.urgent)),
    test: Boolean(Number(row.is_test)),
  };
}

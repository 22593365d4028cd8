import { randomInt } from 'node:crypto';
import type { Hello } from '@kineta/contract';
import {
  asksFirst,
  type BeforeChat,
  cut,
  type EntryBody,
  type Facts,
  freshSession,
  plainVisit,
  type Visit,
  type Who,
} from '@kineta/core';
import { QueryTypes } from 'sequelize';
import type { Transaction } from '../database/connect.ts';
import type { House } from '../house/house.ts';
import type { SignedVisitor, Site, Trial, Visitor } from '../house/ports.ts';
import { ProblemError } from '../http/problem.ts';
import type { ComesBy } from './comes-by.ts';
import { greeting, takenUp } from './meeting.ts';
import { type ConversationRow, conversations, visitors } from './model.ts';
import { namedBy } from './outside.ts';
import { onwards } from './trail.ts';

/** How a visit came about, from what the browser told of it. */
function visitOf(hello: Hello, known: Pick<Visit, 'returning' | 'knownPerson' | 'came'>): Visit {
  const page = URL.canParse(hello.page, 'https://site.example')
    ? new URL(hello.page, 'https://site.example')
    : undefined;
  const referrer = hello.referrer && URL.canParse(hello.referrer) ? new URL(hello.referrer).host : '';
  return {
    page: cut(hello.page, 500),
    device: hello.device ?? 'computer',
    language: hello.language ?? plainVisit.language,
    referrer: cut(referrer, 200),
    campaign: cut(page?.searchParams.get('utm_campaign') ?? '', 100),
    ...known,
  };
}

/** What stands first in the log of a conversation, with the flow that greets or who of the team spoke first. */
export function openedOn(
  { page, visit }: ConversationRow,
  greets: { flow: string | null; edition: number | null; by?: Who },
): EntryBody {
  const { device, language, referrer, campaign } = visit ?? {};
  const came = visit ? { device, language, referrer, campaign } : {};
  return { kind: 'opened', page, returning: visit?.returning ?? false, ...greets, ...came };
}

/** How somebody comes, and what holds for whoever does. */
export interface Arriving {
  before: BeforeChat;
  isOpen: boolean;
  /** For how many minutes after its last word a conversation is gone on with that is closed. */
  goesOnFor: number;
  trial: Trial | undefined;
  /** As whom their site signs them in. */
  customer: SignedVisitor | undefined;
  met: ComesBy;
  meets: Awaited<ReturnType<House['ports']['sites']['meets']>>;
}

/**
 * The conversation of somebody who comes: the one that they left, or another.
 * @throws {ProblemError} `unavailable` when they are erased in this moment, `not_found` when only what goes on is asked for
 */
export async function conversationOf(
  house: House,
  site: Site,
  visitor: Visitor,
  hello: Hello,
  { before, isOpen, goesOnFor, trial, customer, met: { origin, came, mark, says }, meets }: Arriving,
  transaction: Transaction,
): Promise<{ row: ConversationRow; isNew: boolean; begins?: string | undefined; asks?: string | undefined }> {
  const rows = house.tables.in(visitor.workspace);
  /** What is known of who is signed in, as the flow that greets calls it: of that nobody is asked first. */
  const signedFacts = async (edition: string | null): Promise<Facts> =>
    customer && edition !== null
      ? namedBy((await house.ports.editions.get(visitor.workspace, edition, transaction)).facts, customer)
      : {};
  // The visitor’s row is locked, so that two tabs opened at once begin one conversation.
  const known = await rows.of(visitors).one({ id: visitor.id }, { transaction, lock: true });
  // Erased in this very moment: they come again, and are not known any more.
  if (!known) throw new ProblemError('unavailable', 'What was known of you is erased just now.', { retryAfter: 1 });
  const now = new Date();
  const trail = onwards(known.trail, hello.page, now);
  await rows
    .of(visitors)
    .change(
      { lastSeen: now, trail, ...(mark && !customer ? { pageMark: mark } : {}) },
      { id: visitor.id },
      { transaction },
    );
  const last = await lastOf(house, visitor, transaction);
  const visit = visitOf(hello, {
    returning: last !== undefined || (trial !== undefined && trial.as !== 'new'),
    knownPerson: known.personId !== null || customer !== undefined || trial?.as === 'known',
    ...(came ? { came } : {}),
  });
  const page = origin === undefined ? hello.page : `${origin}${hello.page}`;
  const meeting = meets?.({ visit, page, came, facts: known.facts, customer });
  const isAnew = hello.conversation === undefined;
  const taken = last && takenUp(last, { goesOnFor, came, says, meeting, isAnew }, now.getTime());
  if (last && taken?.goesOn)
    return { row: last, isNew: last.last_number === 0, begins: taken.begins, asks: taken.asks };
  if (hello.goesOn) throw new ProblemError('not_found', 'No conversation goes on.');
  const greets = await greeting(house, site, meeting?.flow ?? site.flow, transaction);
  const asks = asksFirst(before, { ...known.facts, ...(await signedFacts(greets.editionId)) }, isOpen);
  await rows.of(conversations).add(
    {
      siteId: site.id,
      visitorId: visitor.id,
      visitorName: last?.visitor_name ?? `Visitor ${visitor.id}`,
      ...greets,
      holder: 'flow',
      session: { ...freshSession(known.facts), ...(asks ? { before: asks } : {}) },
      seed: randomInt(2 ** 31),
      lastNumber: 0,
      preview: '',
      page: cut(hello.page, 500),
      visit,
      startedAt: now,
      lastAt: now,
      isTest: known.isTest,
    },
    { transaction },
  );
  return { row: (await lastOf(house, visitor, transaction))!, isNew: true };
}

/** The visitor’s newest conversation. Raw: the host plays on from the row as it is. */
async function lastOf(house: House, visitor: Visitor, transaction: Transaction): Promise<ConversationRow | undefined> {
  const [row] = await house.database.query<ConversationRow>(
    'SELECT * FROM conversations WHERE visitor_id = :visitor AND workspace_id = :workspace ORDER BY id DESC LIMIT 1',
    { replacements: { visitor: visitor.id, workspace: visitor.workspace }, type: QueryTypes.SELECT, transaction },
  );
  return row;
}

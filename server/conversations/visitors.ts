import { randomInt, randomUUID, timingSafeEqual } from 'node:crypto';
import type { EntryBatch, Hello, VisitorPass, VisitorReply } from '@kineta/contract';
import {
  type Asker,
  answeredBy,
  asksFirst,
  type BeforeChat,
  commanded,
  cut,
  type EntryBody,
  type Event,
  type Facts,
  freshSession,
  isOfRating,
  message,
  type Presence,
  plainBefore,
  plainVisit,
  presence,
  type Reply,
  type Visit,
  visitorMailed,
  visitorWrote,
  type Who,
} from '@kineta/core';
import { QueryTypes } from 'sequelize';
import type { Transaction } from '../database/connect.ts';
import type { House } from '../house/house.ts';
import type { Directory, Invitation, Site, Trial, Visitor } from '../house/ports.ts';
import { ProblemError } from '../http/problem.ts';
import { hashed, secret } from '../http/secret.ts';
import { forVisitor } from './announcer.ts';
import { foundForReply } from './asked-aside.ts';
import { type ComesBy, comesBy } from './comes-by.ts';
import { changesFor, holdingOf } from './holding.ts';
import type { Host } from './host.ts';
import { type Appended, append, type Outcome, readLog } from './log.ts';
import { beginsIn, greeting, takenUp } from './meeting.ts';
import { type ConversationRow, conversations, visitors } from './model.ts';
import { rated } from './rating.ts';
import { onwards } from './trail.ts';
import type { WaysBack } from './way-back.ts';

/** How many entries a browser that was away is given at once. */
const MISSED_AT_ONCE = 100;

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
function openedOn(
  { page, visit }: ConversationRow,
  greets: { flow: string | null; edition: number | null; by?: Who },
): EntryBody {
  const { device, language, referrer, campaign } = visit ?? {};
  const came = visit ? { device, language, referrer, campaign } : {};
  return { kind: 'opened', page, returning: visit?.returning ?? false, ...greets, ...came };
}

/** What is no answer to the question of how it went answers none, whatever the browser says. */
function withoutRating(reply: Extract<Event, { event: 'replied' }>): Event {
  if (!isOfRating(reply.step)) return reply;
  const { step: _, ...rest } = reply;
  return rest;
}

/** What visitors do: come, reply, and catch up. */
export class VisitorService {
  private readonly house: House;
  private readonly host: Host;
  private readonly waysBack: WaysBack;

  constructor(house: House, host: Host, waysBack: WaysBack) {
    this.house = house;
    this.host = host;
    this.waysBack = waysBack;
  }

  /**
   * The visitor whom a browser says it is, when its secret is right and it belongs to this site.
   * @throws {ProblemError} `not_allowed` when they are let in no more
   */
  async known(site: Pick<Site, 'id' | 'workspace'>, pass: VisitorPass): Promise<Visitor | undefined> {
    const [row] = await this.house.tables
      .in(site.workspace)
      .of(visitors)
      .all({ id: pass.id, siteId: site.id }, { only: ['secretHash', 'blockedAt'], most: 1 });
    if (!row) return undefined;
    const isTheirs = timingSafeEqual(Buffer.from(row.secretHash), Buffer.from(hashed(pass.secret)));
    if (!isTheirs && !this.waysBack.leads(pass.secret, { id: pass.id, site: site.id })) return undefined;
    if (row.blockedAt !== null) throw await this.closedTo(site);
    return { id: pass.id, workspace: site.workspace };
  }

  /** What somebody is told to whom the chat is closed. */
  private async closedTo({ id, workspace }: Pick<Site, 'id' | 'workspace'>): Promise<ProblemError> {
    const { manners, workspace: settings } = await this.house.ports.directories.of(workspace);
    return new ProblemError('not_allowed', message(manners.get(id)?.language ?? settings.language, 'you are blocked'));
  }

  /** A visitor who was never here, or one whom a lead plays. */
  async welcome(site: Site, trial?: Trial): Promise<VisitorPass> {
    const key = secret();
    const now = new Date();
    const facts = trial?.as === 'known' ? await this.knownOf(site, trial.member) : {};
    const id = await this.house.tables
      .in(site.workspace)
      .of(visitors)
      .add({
        siteId: site.id,
        secretHash: hashed(key),
        facts,
        firstSeen: now,
        lastSeen: now,
        isTest: trial !== undefined,
      });
    return { id, secret: key };
  }

  /** What the site’s flow would know of a member who is its visitor: their name and address, as it calls them. */
  private async knownOf(site: Site, member: string): Promise<Facts> {
    const { members } = await this.house.ports.directories.of(site.workspace);
    const who = members.get(member);
    if (!who || site.edition === null) return {};
    const { facts } = await this.house.ports.editions.get(site.workspace, site.edition);
    const given: Facts = { name: who.name, email: who.email };
    return Object.fromEntries(
      facts.flatMap(({ name, person }) => (person && given[person] !== undefined ? [[name, given[person]]] : [])),
    );
  }

  /**
   * Goes on with the visitor’s conversation, or begins one: the site’s flow greets.
   * @param listen called with the conversation before anything of it is read, so that nothing can happen unheard
   * in between; what is heard twice has the same number
   * @param trial as whom a lead plays the visitor
   * @returns what the browser does not have yet, and what is new for everybody
   */
  async hello(
    site: Site,
    visitor: Visitor,
    hello: Hello,
    listen: (conversation: string) => Promise<void>,
    trial?: Trial,
  ): Promise<{ row: ConversationRow; missed: EntryBatch; news: Appended[] }> {
    const met = comesBy(hello.page);
    const invitation = await this.invitationOf(site, hello);
    const meets = await this.house.ports.sites.meets(site);
    const before = invitation ? plainBefore : await this.house.ports.sites.before(site);
    const isOpen = before.onlyClosed ? (await this.presence(site)).open : true;
    const { goesOnFor } = (await this.house.ports.directories.of(site.workspace)).workspace;
    // Whom somebody speaks to first has a conversation, though the chat may be out of sight yet.
    const comes: Hello = { ...hello, page: met.page, ...(invitation ? { goesOn: undefined } : {}) };
    const { row, isNew, begins } = await this.house.database.transaction(transaction =>
      this.conversationOf(site, visitor, comes, { before, isOpen, goesOnFor, trial, met, meets }, transaction),
    );
    await listen(row.id);
    const begun = invitation
      ? await this.spokenTo(visitor, row.id, invitation)
      : isNew
        ? await this.play(visitor, row.id, { event: 'opened' })
        : begins
          ? await beginsIn(this.house, this.host, { workspace: visitor.workspace, conversation: row.id }, begins)
          : undefined;
    // What was pressed beside the launcher is the first that they say; once, however often the page comes again.
    const said =
      met.says !== undefined && hello.conversation === undefined && !invitation
        ? await this.reply(
            visitor,
            row.id,
            { clientId: hashed(`${met.mark} ${met.came?.visits} ${met.came?.seconds}`).slice(0, 32), text: met.says },
            {
              site: site.id,
              page: met.page,
              language: hello.language ?? null,
              isKnown: row.visit?.knownPerson ?? null,
            },
          )
        : undefined;
    const news = [begun, said].filter(one => one !== undefined);
    const after = hello.conversation === row.id ? (hello.after ?? 0) : 0;
    const missed = await this.missed(visitor, row.id, after);
    return { row: news.at(-1)?.row ?? row, missed, news };
  }

  private async invitationOf(site: Site, { page }: Hello): Promise<Invitation | undefined> {
    const { passer } = comesBy(page);
    return passer === undefined ? undefined : this.house.ports.passers.invitation(site, passer);
  }

  /** Whether somebody of the team has something to say to whoever says hello. */
  async isSpokenTo(site: Site, hello: Hello): Promise<boolean> {
    return (await this.invitationOf(site, hello)) !== undefined;
  }

  /** Somebody of the team has spoken first: what they said stands in the conversation, which is theirs. Once for each tab. */
  private async spokenTo(
    { workspace, id: visitor }: Visitor,
    conversation: string,
    { id, member, text }: Invitation,
  ): Promise<Appended> {
    return append(this.house, { workspace, conversation }, async (row, transaction) => {
      if (row.visitor_id !== visitor) throw new ProblemError('not_found', 'There is no such conversation.');
      if (!(await this.house.ports.passers.met(workspace, id, conversation, transaction))) return { entries: [] };
      const opened = row.last_number > 0 ? [] : [openedOn(row, { flow: null, edition: null, by: member })];
      const giver = { ...member, isMember: true, isLead: false };
      const held = commanded(holdingOf(row), { does: 'answer' }, giver, Date.now());
      // Somebody else has it already: there is no second voice.
      if ('refused' in held) return { entries: [] };
      const said = answeredBy(member, text, randomUUID());
      return { entries: [...opened, ...held.entries, said], changes: changesFor(row, held.holding) };
    });
  }

  /** What came after an entry, for a browser that was away: a page of it. */
  async missed(visitor: Visitor, conversation: string, after: number): Promise<EntryBatch> {
    const entries = await readLog(this.house.database, visitor.workspace, conversation, after, MISSED_AT_ONCE);
    const to = entries.at(-1)?.number ?? after;
    const more = entries.length === MISSED_AT_ONCE ? { more: true as const } : {};
    return forVisitor({ conversation, from: after + 1, to, entries, ...more });
  }

  /** A visitor’s message, played when a flow leads. The same message sent again changes nothing. */
  async reply(visitor: Visitor, conversation: string, reply: VisitorReply, asker: Asker): Promise<Appended> {
    const { clientId, file: fileId, buttonOf, ...said } = reply;
    const picked = said.choice !== undefined || said.choices !== undefined || said.fields !== undefined;
    if (said.text.trim() === '' && !picked && fileId === undefined)
      throw new ProblemError('invalid_request', 'There is nothing to send yet.');
    const file = fileId === undefined ? undefined : await this.house.ports.files.given(visitor, fileId);
    const button = buttonOf === undefined ? undefined : { id: buttonOf, label: said.text };
    const startsFlow = button && (await this.house.ports.questions.startBehind(visitor.workspace, asker, button));
    const replied: Reply = {
      event: 'replied',
      ...said,
      ...(file ? { file } : {}),
      ...(startsFlow ? { startsFlow } : {}),
    };
    if (startsFlow) return this.play(visitor, conversation, replied, clientId);
    const directory = await this.house.ports.directories.of(visitor.workspace);
    const found = await foundForReply(this.house, visitor, conversation, replied, directory);
    return this.play(visitor, conversation, found ? { ...replied, found } : replied, clientId);
  }

  /** Whether somebody is there now, and until or from when, as the chat’s head says it. */
  async presence({ workspace, id }: Pick<Site, 'workspace' | 'id'>): Promise<Presence & { directory: Directory }> {
    const directory = await this.house.ports.directories.of(workspace);
    const hours = [...directory.teams.values()].flatMap(team => team.hours ?? []);
    const language = directory.manners.get(id)?.language ?? directory.workspace.language;
    const there = presence(hours, Date.now(), language);
    const takes = [...directory.members.values()].some(({ availability }) => availability === 'takes chats');
    // In the hours, and yet nobody takes chats: when that changes nobody knows.
    return { directory, ...(there.open && !takes ? { open: false, changes: null } : there) };
  }

  private async conversationOf(
    site: Site,
    visitor: Visitor,
    hello: Hello,
    {
      before,
      isOpen,
      goesOnFor,
      trial,
      met: { origin, came, mark, says },
      meets,
    }: {
      before: BeforeChat;
      isOpen: boolean;
      goesOnFor: number;
      trial: Trial | undefined;
      met: ComesBy;
      meets: Awaited<ReturnType<House['ports']['sites']['meets']>>;
    },
    transaction: Transaction,
  ): Promise<{ row: ConversationRow; isNew: boolean; begins?: string | undefined }> {
    const rows = this.house.tables.in(visitor.workspace);
    // The visitor’s row is locked, so that two tabs opened at once begin one conversation.
    const known = await rows.of(visitors).one({ id: visitor.id }, { transaction, lock: true });
    // Erased in this very moment: they come again, and are not known any more.
    if (!known) throw new ProblemError('unavailable', 'What was known of you is erased just now.', { retryAfter: 1 });
    const now = new Date();
    const trail = onwards(known.trail, hello.page, now);
    await rows
      .of(visitors)
      .change({ lastSeen: now, trail, ...(mark ? { pageMark: mark } : {}) }, { id: visitor.id }, { transaction });
    const last = await this.lastOf(visitor, transaction);
    const visit = visitOf(hello, {
      returning: last !== undefined || (trial !== undefined && trial.as !== 'new'),
      knownPerson: known.personId !== null || trial?.as === 'known',
      ...(came ? { came } : {}),
    });
    const page = origin === undefined ? hello.page : `${origin}${hello.page}`;
    const meeting = meets?.({ visit, page, came, facts: known.facts });
    const isAnew = hello.conversation === undefined;
    const taken = last && takenUp(last, { goesOnFor, came, says, meeting, isAnew }, now.getTime());
    if (last && taken?.goesOn) return { row: last, isNew: last.last_number === 0, begins: taken.begins };
    if (hello.goesOn) throw new ProblemError('not_found', 'No conversation goes on.');
    const asks = asksFirst(before, known.facts, isOpen);
    const greets = await greeting(this.house, site, meeting?.flow ?? site.flow, transaction);
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
    return { row: (await this.lastOf(visitor, transaction))!, isNew: true };
  }

  /** The visitor’s newest conversation. Raw: the host plays on from the row as it is. */
  private async lastOf(visitor: Visitor, transaction: Transaction): Promise<ConversationRow | undefined> {
    const [row] = await this.house.database.query<ConversationRow>(
      'SELECT * FROM conversations WHERE visitor_id = :visitor AND workspace_id = :workspace ORDER BY id DESC LIMIT 1',
      { replacements: { visitor: visitor.id, workspace: visitor.workspace }, type: QueryTypes.SELECT, transaction },
    );
    return row;
  }

  /**
   * Takes what a visitor wrote by email, once for each letter. It is for people: no flow takes it for an answer.
   * @throws {ProblemError} `not_found` when there is no such conversation, or its visitor is let in no more
   */
  async mailed(
    { workspace, conversation }: { workspace: string; conversation: string },
    { clientId, text }: { clientId: string; text: string },
  ): Promise<Appended> {
    const rows = this.house.tables.in(workspace).of(visitors);
    return append(this.house, { workspace, conversation, clientId }, async (row, transaction) => {
      const visitor = await rows.one({ id: row.visitor_id }, { transaction });
      if (!visitor || visitor.blockedAt !== null) throw new ProblemError('not_found', 'There is no such conversation.');
      const { holding } = visitorMailed(holdingOf(row), Date.now());
      return {
        entries: [{ kind: 'replied', text, clientId, mailed: true }],
        changes: row.joined_to === null ? changesFor(row, holding) : {},
      };
    });
  }

  private async play(visitor: Visitor, conversation: string, event: Event, clientId?: string): Promise<Appended> {
    const directory = await this.house.ports.directories.of(visitor.workspace);
    const place = { workspace: visitor.workspace, conversation, ...(clientId === undefined ? {} : { clientId }) };
    return append(this.house, place, async (row, transaction) => {
      if (row.visitor_id !== visitor.id) throw new ProblemError('not_found', 'There is no such conversation.');
      const ratedWith =
        event.event === 'replied' ? await rated(this.house, row, event, directory, transaction) : undefined;
      const happened = event.event === 'replied' && !ratedWith ? withoutRating(event) : event;
      const first = await this.firstEntry(row, happened, clientId, directory, transaction);
      if (first.length === 0) return { entries: [] };
      if (ratedWith) return { entries: [...first, ...ratedWith] };
      // It goes on in another conversation, which it is carried to.
      if (row.joined_to !== null) return { entries: first };
      const now = new Date();
      const { holding, plays } = visitorWrote(holdingOf(row), now.getTime());
      if (!plays && !row.session.before) return { entries: first, changes: changesFor(row, holding) };
      const outcome = await this.host.perform(row, happened, directory, now, transaction);
      return { ...outcome, entries: [...first, ...outcome.entries] };
    });
  }

  private async firstEntry(
    row: ConversationRow,
    event: Event,
    clientId: string | undefined,
    directory: Directory,
    transaction: Transaction,
  ): Promise<Outcome['entries']> {
    if (event.event === 'opened') {
      if (row.last_number > 0) return [];
      const { workspace_id: workspace, edition_id: id, flow_id: flow } = row;
      const edition = id === null ? null : await this.house.ports.editions.numberOf(workspace, id, transaction);
      return [openedOn(row, { flow: flow === null ? null : (directory.flowNames.get(flow) ?? null), edition })];
    }
    if (event.event === 'replied' && clientId !== undefined) {
      const { event: _, found: __, ...said } = event;
      return [{ kind: 'replied', ...said, clientId }];
    }
    return [];
  }
}

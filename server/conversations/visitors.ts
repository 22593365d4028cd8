import { randomUUID, timingSafeEqual } from 'node:crypto';
import type { EntryBatch, Hello, VisitorPass, VisitorReply } from '@kineta/contract';
import {
  type Asker,
  answeredBy,
  commanded,
  type Event,
  type Facts,
  isAside,
  message,
  type Presence,
  plainBefore,
  presence,
  type Reply,
  visitorMailed,
  visitorWrote,
} from '@kineta/core';
import { isTaken, type Transaction } from '../database/connect.ts';
import type { House } from '../house/house.ts';
import type { Directory, Invitation, SignedVisitor, Site, Trial, Visitor } from '../house/ports.ts';
import { ProblemError } from '../http/problem.ts';
import { hashed, secret } from '../http/secret.ts';
import { forVisitor } from './announcer.ts';
import { conversationOf, openedOn } from './arrival.ts';
import { foundForReply } from './asked-aside.ts';
import { comesBy } from './comes-by.ts';
import { changesFor, holdingOf } from './holding.ts';
import type { Host } from './host.ts';
import { type Appended, append, type Outcome, readLog } from './log.ts';
import { beginsIn } from './meeting.ts';
import { pressed } from './menu.ts';
import { type ConversationRow, visitors } from './model.ts';
import { namedBy, type Told, takenFrom } from './outside.ts';
import { rated } from './rating.ts';
import { answeredWhich, asksWhich } from './unfinished.ts';
import type { WaysBack } from './way-back.ts';
import { worldOf } from './world.ts';

/** How many entries a browser that was away is given at once. */
const MISSED_AT_ONCE = 100;

/** What is no answer to the question of how it went answers none, whatever the browser says. */
function withoutAside(reply: Extract<Event, { event: 'replied' }>): Event {
  if (!isAside(reply.step)) return reply;
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
      .all({ id: pass.id, siteId: site.id }, { only: ['secretHash', 'signedAs', 'blockedAt'], most: 1 });
    if (!row) return undefined;
    // Whom their site signs in is let in by that, in whichever browser, and by nothing that a browser keeps.
    const isTheirs =
      row.signedAs === null && timingSafeEqual(Buffer.from(row.secretHash), Buffer.from(hashed(pass.secret)));
    if (!isTheirs && !this.waysBack.leads(pass.secret, { id: pass.id, site: site.id })) return undefined;
    if (row.blockedAt !== null) throw await this.closedTo(site);
    return { id: pass.id, workspace: site.workspace };
  }

  /** What somebody is told to whom the chat is closed. */
  private async closedTo({ id, workspace }: Pick<Site, 'id' | 'workspace'>): Promise<ProblemError> {
    const { manners, workspace: settings } = await this.house.ports.directories.of(workspace);
    return new ProblemError('not_allowed', message(manners.get(id)?.language ?? settings.language, 'you are blocked'));
  }

  /**
   * The visitor as whom a site signs somebody in, when they were here before.
   * @throws {ProblemError} `not_allowed` when they are let in no more
   */
  async signedIn(
    site: Pick<Site, 'id' | 'workspace'>,
    { id }: Pick<SignedVisitor, 'id'>,
  ): Promise<Visitor | undefined> {
    const [row] = await this.house.tables
      .in(site.workspace)
      .of(visitors)
      .all({ siteId: site.id, signedAs: id }, { only: ['id', 'blockedAt'], most: 1 });
    if (!row) return undefined;
    if (row.blockedAt !== null) throw await this.closedTo(site);
    return { id: row.id, workspace: site.workspace };
  }

  /**
   * From here on a visitor is whom their site signs in, and what they said before is theirs; but not where they are known as
   * somebody else, as when several share a browser: then another is made.
   * @returns who they are, by what they are let in again as long as their page is there
   */
  async signsIn(site: Site, visitor: Visitor | undefined, customer: SignedVisitor): Promise<VisitorPass> {
    const rows = this.house.tables.in(site.workspace).of(visitors);
    const pass = (id: string): VisitorPass => ({ id, secret: this.waysBack.whileThere({ id, site: site.id }) });
    const before = visitor && (await rows.one({ id: visitor.id }));
    if (before?.signedAs === customer.id) return pass(before.id);
    const isOther = before?.personId != null && !Object.values(before.facts).some(value => value === customer.email);
    const id = before && before.signedAs === null && !isOther ? before.id : (await this.welcome(site)).id;
    try {
      // What its pages know the browser by says nothing of whom they sign in.
      await rows.change({ signedAs: customer.id, pageMark: null }, { id });
      return pass(id);
    } catch (error) {
      if (!isTaken(error)) throw error;
      // In another tab, in this moment.
      return pass((await this.signedIn(site, customer))!.id);
    }
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
    return namedBy(facts, { name: who.name, email: who.email });
  }

  /**
   * Goes on with the visitor’s conversation, or begins one: the site’s flow greets.
   * @param listen called with the conversation before anything of it is read, so that nothing can happen unheard
   * in between; what is heard twice has the same number
   * @param as as whom a lead plays the visitor, and as whom their site signs them in
   * @returns what the browser does not have yet, and what is new for everybody
   */
  async hello(
    site: Site,
    visitor: Visitor,
    hello: Hello,
    listen: (conversation: string) => Promise<void>,
    { trial, customer }: { trial?: Trial | undefined; customer?: SignedVisitor | undefined } = {},
  ): Promise<{ row: ConversationRow; missed: EntryBatch; news: Appended[] }> {
    const met = comesBy(hello.page);
    const told: Told = { link: {}, page: {}, ...met.told, customer };
    const invitation = await this.invitationOf(site, hello);
    const meets = await this.house.ports.sites.meets(site);
    const before = invitation ? plainBefore : await this.house.ports.sites.before(site);
    const isOpen = before.onlyClosed ? (await this.presence(site)).open : true;
    const { goesOnFor } = (await this.house.ports.directories.of(site.workspace)).workspace;
    // Whom somebody speaks to first has a conversation, though the chat may be out of sight yet.
    const comes: Hello = { ...hello, page: met.page, ...(invitation ? { goesOn: undefined } : {}) };
    const { row, isNew, begins, asks } = await this.house.database.transaction(transaction =>
      conversationOf(
        this.house,
        site,
        visitor,
        comes,
        { before, isOpen, goesOnFor, trial, customer, met, meets },
        transaction,
      ),
    );
    await listen(row.id);
    const begun = invitation
      ? await this.spokenTo(visitor, row.id, invitation)
      : isNew
        ? await this.play(visitor, row.id, { event: 'opened' }, { told })
        : begins
          ? await beginsIn(this.house, this.host, { workspace: visitor.workspace, conversation: row.id }, begins, told)
          : // What a link says of whoever follows it holds for what begins by it, and a page that was there before has said it all.
            hello.conversation === undefined
            ? await this.told(visitor, row.id, { ...told, link: {}, fills: true })
            : undefined;
    const asked = asks
      ? await asksWhich(this.house, { workspace: visitor.workspace, conversation: row.id }, asks)
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
    const news = [begun, asked, said].filter(one => one !== undefined);
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
    const { clientId, file: fileId, buttonOf, menu, ...said } = reply;
    const picked = said.choice !== undefined || said.choices !== undefined || said.fields !== undefined;
    if (said.text.trim() === '' && !picked && fileId === undefined)
      throw new ProblemError('invalid_request', 'There is nothing to send yet.');
    const file = fileId === undefined ? undefined : await this.house.ports.files.given(visitor, fileId);
    const button = buttonOf === undefined ? undefined : { id: buttonOf, label: said.text };
    const directory = await this.house.ports.directories.of(visitor.workspace);
    const entry = menu === undefined || asker.site === null ? undefined : pressed(directory, asker.site, menu);
    const startsFlow =
      entry?.startsFlow ?? (button && (await this.house.ports.questions.startBehind(visitor.workspace, asker, button)));
    const replied: Reply = {
      event: 'replied',
      ...said,
      ...(file ? { file } : {}),
      ...(startsFlow ? { startsFlow } : {}),
      ...(entry?.wants ? { wants: entry.wants } : {}),
    };
    if (startsFlow || entry) return this.play(visitor, conversation, replied, { clientId });
    const found = await foundForReply(this.house, visitor, conversation, replied, directory);
    return this.play(visitor, conversation, found ? { ...replied, found } : replied, { clientId });
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

  /** Something is told of them from outside while a conversation goes on; nothing comes of what is known already. */
  async told(visitor: Visitor, conversation: string, told: Told): Promise<Appended | undefined> {
    if (!told.customer && Object.keys({ ...told.page, ...told.link }).length === 0) return undefined;
    const directory = await this.house.ports.directories.of(visitor.workspace);
    return append(this.house, { workspace: visitor.workspace, conversation }, async (row, transaction) => {
      if (row.visitor_id !== visitor.id) throw new ProblemError('not_found', 'There is no such conversation.');
      const around = { directory, now: new Date(), transaction };
      return (await this.takes(row, told, around)) ?? { entries: [] };
    });
  }

  /** What its flow takes of what is told from outside: undefined where that is nothing. */
  private async takes(
    row: ConversationRow,
    told: Told,
    around: { directory: Directory; now: Date; transaction: Transaction },
  ): Promise<Outcome | undefined> {
    if (row.edition_id === null) return undefined;
    const edition = await this.house.ports.editions.get(row.workspace_id, row.edition_id, around.transaction);
    const world = worldOf(around.directory, row, around.now.getTime());
    const taken = takenFrom(edition, told, row.session.facts, world);
    return taken.length > 0 ? this.host.takes(row, taken, around) : undefined;
  }

  private async play(
    visitor: Visitor,
    conversation: string,
    event: Event,
    { clientId, told }: { clientId?: string | undefined; told?: Told } = {},
  ): Promise<Appended> {
    const directory = await this.house.ports.directories.of(visitor.workspace);
    const place = { workspace: visitor.workspace, conversation, ...(clientId === undefined ? {} : { clientId }) };
    return append(this.house, place, async (row, transaction) => {
      if (row.visitor_id !== visitor.id) throw new ProblemError('not_found', 'There is no such conversation.');
      const ratedWith =
        event.event === 'replied' ? await rated(this.house, row, event, directory, transaction) : undefined;
      const happened = event.event === 'replied' && !ratedWith ? withoutAside(event) : event;
      const first = await this.firstEntry(row, happened, clientId, directory, transaction);
      if (first.length === 0) return { entries: [] };
      if (ratedWith) return { entries: [...first, ...ratedWith] };
      const chose =
        event.event === 'replied'
          ? await answeredWhich(this.house, this.host, row, event, { directory, transaction })
          : undefined;
      if (chose) return { ...chose, entries: [...first, ...chose.entries] };
      // It goes on in another conversation, which it is carried to.
      if (row.joined_to !== null) return { entries: first };
      const now = new Date();
      const { holding, plays } = visitorWrote(holdingOf(row), now.getTime());
      if (!plays && !row.session.before) return { entries: first, changes: changesFor(row, holding) };
      const taken = told && (await this.takes(row, told, { directory, now, transaction }));
      const outcome = await this.host.perform({ ...row, ...taken?.changes }, happened, directory, now, transaction);
      return {
        ...outcome,
        changes: { ...taken?.changes, ...outcome.changes },
        entries: [...first, ...(taken?.entries ?? []), ...outcome.entries],
      };
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

import { randomInt, timingSafeEqual } from 'node:crypto';
import { type EntryBatch, type Hello, type VisitorPass, type VisitorReply, visitorSees } from '@kineta/contract';
import { clockTime, type Event, type Facts, freshSession, opening, plainVisit, type Visit } from '@kineta/core';
import { QueryTypes } from 'sequelize';
import type { Directories, Directory } from '../account/model.ts';
import { hashed, secret } from '../account/session.ts';
import type { Database, Transaction } from '../database/connect.ts';
import { fileOf } from '../files/model.ts';
import { ProblemError } from '../http/problem.ts';
import type { SiteRow } from '../sites/model.ts';
import type { Host } from './host.ts';
import { type Appended, append, type Outcome, readLog } from './log.ts';
import type { ConversationRow } from './model.ts';

/** A visitor who is let in. */
export interface Visitor {
  id: string;
  workspace: string;
}

/** How long after its end a conversation is gone on with, rather than a new one begun. */
const GOES_ON_FOR = 30 * 60 * 1_000;

/** How a visit came about, from what the browser told of it. */
function visitOf(hello: Hello, known: Pick<Visit, 'returning' | 'knownPerson'>): Visit {
  const page = URL.canParse(hello.page, 'https://site.example')
    ? new URL(hello.page, 'https://site.example')
    : undefined;
  const referrer = hello.referrer && URL.canParse(hello.referrer) ? new URL(hello.referrer).host : '';
  return {
    page: hello.page.slice(0, 500),
    device: hello.device ?? 'computer',
    language: hello.language ?? plainVisit.language,
    referrer: referrer.slice(0, 200),
    campaign: page?.searchParams.get('utm_campaign')?.slice(0, 100) ?? '',
    ...known,
  };
}

/** A batch as its visitor may see it. */
export function forVisitor(batch: EntryBatch): EntryBatch {
  return { ...batch, entries: batch.entries.filter(entry => visitorSees.has(entry.kind)) };
}

/** What visitors do: come, reply, and catch up. */
export class VisitorService {
  private readonly database: Database;
  private readonly directories: Directories;
  private readonly host: Host;

  constructor(database: Database, directories: Directories, host: Host) {
    this.database = database;
    this.directories = directories;
    this.host = host;
  }

  /** The visitor whom a browser says it is, when its secret is right and it belongs to this site. */
  async known(site: SiteRow, pass: VisitorPass): Promise<Visitor | undefined> {
    const [row] = await this.database.query<{ secret_hash: string }>(
      'SELECT secret_hash FROM visitors WHERE id = :id AND site_id = :site AND workspace_id = :workspace',
      { replacements: { id: pass.id, site: site.id, workspace: site.workspace }, type: QueryTypes.SELECT },
    );
    if (!row || !timingSafeEqual(Buffer.from(row.secret_hash), Buffer.from(hashed(pass.secret)))) return undefined;
    return { id: pass.id, workspace: site.workspace };
  }

  /** A visitor who was never here. */
  async welcome(site: SiteRow): Promise<VisitorPass> {
    const key = secret();
    const [id] = await this.database.query(
      `INSERT INTO visitors (workspace_id, site_id, secret_hash, facts, first_seen, last_seen)
       VALUES (:workspace, :site, :hash, '{}', UTC_TIMESTAMP(3), UTC_TIMESTAMP(3))`,
      { replacements: { workspace: site.workspace, site: site.id, hash: hashed(key) }, type: QueryTypes.INSERT },
    );
    return { id: String(id), secret: key };
  }

  /**
   * Goes on with the visitor’s conversation, or begins one: the site’s flow greets.
   * @param listen called with the conversation before anything of it is read, so that nothing can happen unheard
   * in between; what is heard twice has the same number
   * @returns what the browser does not have yet, and what is new for everybody when one was begun
   */
  async hello(
    site: SiteRow,
    visitor: Visitor,
    hello: Hello,
    listen: (conversation: string) => Promise<void>,
  ): Promise<{ row: ConversationRow; missed: EntryBatch; begun?: Appended }> {
    const { row, isNew } = await this.database.transaction(transaction =>
      this.conversationOf(site, visitor, hello, transaction),
    );
    await listen(row.id);
    const begun = isNew ? await this.play(visitor, row.id, { event: 'opened' }) : undefined;
    const after = hello.conversation === row.id ? (hello.after ?? 0) : 0;
    const missed = await this.missed(visitor, row.id, after);
    return { row: begun?.row ?? row, missed, ...(begun ? { begun } : {}) };
  }

  /** What came after an entry, for a browser that was away. */
  async missed(visitor: Visitor, conversation: string, after: number): Promise<EntryBatch> {
    const entries = await readLog(this.database, visitor.workspace, conversation, after);
    return forVisitor({ conversation, from: after + 1, to: entries.at(-1)?.number ?? after, entries });
  }

  /** A visitor’s message, played when a flow leads. The same message sent again changes nothing. */
  async reply(visitor: Visitor, conversation: string, reply: VisitorReply): Promise<Appended> {
    const { clientId, file: fileId, ...said } = reply;
    const picked = said.choice !== undefined || said.choices !== undefined || said.fields !== undefined;
    if (said.text.trim() === '' && !picked && fileId === undefined)
      throw new ProblemError('invalid_request', 'There is nothing to send yet.');
    const file = fileId === undefined ? undefined : await fileOf(this.database, visitor, fileId);
    return this.play(visitor, conversation, { event: 'replied', ...said, ...(file ? { file } : {}) }, clientId);
  }

  /** Whether somebody is there now, and until or from when, as the chat’s head says it. */
  async presence(workspace: string): Promise<{ directory: Directory; open: boolean; changes: string | null }> {
    const directory = await this.directories.of(workspace);
    const now = Date.now();
    const states = [...directory.teams.values()].flatMap(team =>
      team.hours ? [{ hours: team.hours, state: opening(team.hours, now) }] : [],
    );
    const open = states.filter(({ state }) => state.open);
    const [next] =
      open.length > 0
        ? open.toSorted((a, b) => (a.state.open && b.state.open ? b.state.until - a.state.until : 0))
        : states
            .filter(({ state }) => !state.open && state.from !== null)
            .toSorted((a, b) => (a.state.open || b.state.open ? 0 : (a.state.from ?? 0) - (b.state.from ?? 0)));
    const at = next ? (next.state.open ? next.state.until : next.state.from) : null;
    return {
      directory,
      open: open.length > 0 || states.length === 0,
      changes: next && at !== null ? clockTime(next.hours, at, now, directory.workspace.language) : null,
    };
  }

  private async conversationOf(
    site: SiteRow,
    visitor: Visitor,
    hello: Hello,
    transaction: Transaction,
  ): Promise<{ row: ConversationRow; isNew: boolean }> {
    // The visitor’s row is locked, so that two tabs opened at once begin one conversation.
    const [known] = await this.database.query<{ facts: Facts; person: string | null }>(
      'SELECT facts, person_id AS person FROM visitors WHERE id = :visitor AND workspace_id = :workspace FOR UPDATE',
      { replacements: { visitor: visitor.id, workspace: visitor.workspace }, type: QueryTypes.SELECT, transaction },
    );
    await this.database.query('UPDATE visitors SET last_seen = UTC_TIMESTAMP(3) WHERE id = :visitor', {
      replacements: { visitor: visitor.id },
      transaction,
    });
    const [last] = await this.database.query<ConversationRow>(
      'SELECT * FROM conversations WHERE visitor_id = :visitor AND workspace_id = :workspace ORDER BY id DESC LIMIT 1',
      { replacements: { visitor: visitor.id, workspace: visitor.workspace }, type: QueryTypes.SELECT, transaction },
    );
    if (last && (last.holder !== 'done' || Date.now() - last.last_at.getTime() < GOES_ON_FOR))
      return { row: last, isNew: last.last_number === 0 };
    const name = last?.visitor_name ?? `Visitor ${visitor.id}`;
    const facts = known?.facts ?? {};
    const visit = visitOf(hello, { returning: last !== undefined, knownPerson: known?.person != null });
    const [id] = await this.database.query(
      `INSERT INTO conversations (workspace_id, site_id, visitor_id, visitor_name, flow_id, edition_id, holder, session,
                                  seed, last_number, preview, page, visit, started_at, last_at)
       VALUES (:workspace, :site, :visitor, :name, :flow, :edition, 'flow', :session, :seed, 0, '', :page, :visit,
               UTC_TIMESTAMP(3), UTC_TIMESTAMP(3))`,
      {
        replacements: {
          workspace: visitor.workspace,
          site: site.id,
          visitor: visitor.id,
          name,
          flow: site.edition === null ? null : site.flow,
          edition: site.edition,
          session: JSON.stringify(freshSession(facts)),
          seed: randomInt(2 ** 31),
          page: hello.page.slice(0, 500),
          visit: JSON.stringify(visit),
        },
        type: QueryTypes.INSERT,
        transaction,
      },
    );
    const [row] = await this.database.query<ConversationRow>('SELECT * FROM conversations WHERE id = :id', {
      replacements: { id },
      type: QueryTypes.SELECT,
      transaction,
    });
    return { row: row!, isNew: true };
  }

  private async play(visitor: Visitor, conversation: string, event: Event, clientId?: string): Promise<Appended> {
    const directory = await this.directories.of(visitor.workspace);
    const place = { workspace: visitor.workspace, conversation, ...(clientId === undefined ? {} : { clientId }) };
    return append(this.database, place, async (row, transaction) => {
      if (row.visitor_id !== visitor.id) throw new ProblemError('not_found', 'There is no such conversation.');
      const first = await this.firstEntry(row, event, clientId, directory, transaction);
      if (first.length === 0) return { entries: [] };
      const now = new Date();
      if (row.edition_id === null) return { entries: first, changes: this.waitsForPeople(row, now) };
      // People lead: the flow is quiet. A conversation that they closed comes back to them.
      if (row.holder === 'waiting' || row.holder === 'agent') return { entries: first };
      if (row.holder === 'done' && row.session.state === 'handed over')
        return { entries: first, changes: this.waitsForPeople(row, now) };
      const outcome = await this.host.perform(row, event, directory, now, transaction);
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
      const [known] = await this.database.query<{ edition: number | null; before: string | null }>(
        `SELECT (SELECT number FROM editions WHERE id = :edition) AS edition,
                (SELECT MAX(id) FROM conversations WHERE visitor_id = :visitor AND id < :id) AS \`before\``,
        {
          replacements: { edition: row.edition_id, visitor: row.visitor_id, id: row.id },
          type: QueryTypes.SELECT,
          transaction,
        },
      );
      return [
        {
          kind: 'opened',
          page: row.page,
          flow: row.flow_id === null ? null : (directory.flowNames.get(row.flow_id) ?? null),
          edition: known?.edition ?? null,
          returning: known?.before != null,
          ...(row.visit
            ? {
                device: row.visit.device,
                language: row.visit.language,
                referrer: row.visit.referrer,
                campaign: row.visit.campaign,
              }
            : {}),
        },
      ];
    }
    if (event.event === 'replied' && clientId !== undefined) {
      const { event: _, ...said } = event;
      return [{ kind: 'replied', ...said, clientId }];
    }
    return [];
  }

  private waitsForPeople(row: ConversationRow, now: Date): NonNullable<Outcome['changes']> {
    if (row.holder === 'agent' || row.holder === 'waiting') return {};
    return { holder: 'waiting', waiting_since: now, agent_id: null };
  }
}

import { randomBytes } from 'node:crypto';
import { mkdirSync, mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import {
  type Account,
  type Answered,
  accountRoutes,
  type EntryBatch,
  flowRoutes,
  type Hello,
  type Holder,
  Problem,
  type Route,
  type VisitorCalls,
  type VisitorNews,
  type VisitorPass,
  type VisitorReply,
  type Welcome,
} from '@kineta/contract';
import { difference, type Flow } from '@kineta/core';
import { QueryTypes } from 'sequelize';
import { io, type Socket } from 'socket.io-client';
import { inject } from 'vitest';
import type { z } from 'zod';
import { members } from '../account/model.ts';
import { passwordHash } from '../account/service.ts';
import { connect, type Database } from '../database/connect.ts';
import { type RunningServer, type ServerOptions, startServer } from '../server.ts';
import { fill } from './filled.ts';

export const PASSWORD = 'a long enough password';
export const SITE = 'http://brackenrow.example';

/** An empty database of its own, as a URL. */
export async function emptyDatabase(base = inject('databaseUrl')): Promise<string> {
  const name = `kineta_${randomBytes(6).toString('hex')}`;
  const root = connect(base, 2);
  await root.query(`CREATE DATABASE ${name}`);
  await root.close();
  return base.replace(/\/[^/]*$/, `/${name}`);
}

/** Stands in for the built studio and widget. */
function builtFiles(): { studio: string; widget: string } {
  const folder = mkdtempSync(join(tmpdir(), 'kineta-files-'));
  const [studio, widget] = [join(folder, 'studio'), join(folder, 'widget')];
  for (const part of [join(studio, 'assets'), join(widget, 'assets'), join(widget, 'faces')])
    mkdirSync(part, { recursive: true });
  writeFileSync(join(studio, 'index.html'), '<!doctype html><title>Kineta</title>');
  writeFileSync(join(widget, 'loader.js'), 'const label = `%LABEL%`;');
  writeFileSync(join(widget, 'as-page.js'), '/* as the page */');
  writeFileSync(join(widget, 'passing.js'), '/* who passes */');
  writeFileSync(join(widget, 'reach.js'), '/* who meets what */');
  for (const name of ['fonts.js', 'here.js', 'page.js']) writeFileSync(join(widget, name), 'export {};');
  writeFileSync(
    join(widget, 'window.html'),
    '<!doctype html><head></head><body data-boarding="%BOARDING%" data-origin="%ORIGIN%" data-dress="%DRESS%">',
  );
  for (const page of ['rehearsal', 'preview'])
    writeFileSync(join(widget, `${page}.html`), '<!doctype html><div id="chat"></div>');
  return { studio, widget };
}

export async function testServer(
  databaseUrl: string,
  port = 0,
  more: Partial<Omit<ServerOptions, 'databaseUrl' | 'port' | 'files'>> = {},
): Promise<RunningServer> {
  await fill(databaseUrl);
  return startServer({
    databaseUrl,
    port,
    secret: 'a secret of the tests',
    files: builtFiles(),
    logLevel: 'silent',
    // All visitors of a test come from one address.
    visitorsPerAddress: 10_000,
    movedWithin: 0,
    ...more,
  });
}

export interface Workspace {
  id: string;
  siteKey: string;
  site: string;
  team: string;
  lead: string;
  agent: string;
}

let hash: Promise<string> | undefined;

async function insert(database: Database, table: string, row: Record<string, unknown>): Promise<string> {
  const names = Object.keys(row);
  const [id] = await database.query(
    `INSERT INTO ${table} (${names.join(', ')}) VALUES (${names.map(name => `:${name}`).join(', ')})`,
    { replacements: row, type: QueryTypes.INSERT },
  );
  return String(id);
}

/** A workspace with a lead, an agent, a team that is always open, and a site for {@link SITE}. */
export async function makeWorkspace(database: Database, name: string): Promise<Workspace> {
  hash ??= passwordHash(PASSWORD);
  const created_at = new Date();
  const id = await insert(database, 'workspaces', {
    name,
    zone: 'Europe/London',
    language: 'en-GB',
    country: 'GB',
    currency: 'GBP',
    business: '[]',
    created_at,
  });
  const [lead, agent] = [`lead@${name}.example`, `agent@${name}.example`];
  const password_hash = await hash;
  await insert(database, 'members', {
    workspace_id: id,
    email: lead,
    name: `Lead of ${name}`,
    role: 'lead',
    password_hash,
    created_at,
  });
  await insert(database, 'members', {
    workspace_id: id,
    email: agent,
    name: `Agent of ${name}`,
    role: 'agent',
    password_hash,
    created_at,
  });
  await insert(database, 'tags', { workspace_id: id, name: 'Spam', means: 'spam' });
  const team = await insert(database, 'teams', { workspace_id: id, name: 'Sales', hours: null });
  const siteKey = `key-${name}`;
  const site = await insert(database, 'sites', {
    workspace_id: id,
    name,
    site_key: siteKey,
    domains: JSON.stringify(['brackenrow.example', '*.brackenrow.example']),
  });
  return { id, siteKey, site, team, lead, agent };
}

/** A browser with the studio open: keeps its cookie, sends its token. */
export class Browser {
  cookie = '';
  account: Account | undefined;
  readonly server: { url: string };
  constructor(server: { url: string }) {
    this.server = server;
  }
  async request(method: string, path: string, body?: unknown, headers: Record<string, string> = {}): Promise<Response> {
    const response = await fetch(this.server.url + path, {
      method,
      headers: {
        ...(body === undefined ? {} : { 'content-type': 'application/json' }),
        cookie: this.cookie,
        'x-kineta-csrf': this.account?.csrf ?? '',
        ...headers,
      },
      ...(body === undefined
        ? {}
        : { body: typeof body === 'string' || body instanceof Blob ? body : JSON.stringify(body) }),
    });
    for (const set of response.headers.getSetCookie()) {
      const [pair = ''] = set.split(';');
      const name = pair.split('=', 1)[0]!;
      this.cookie = [...this.cookie.split('; ').filter(one => one && !one.startsWith(`${name}=`)), pair].join('; ');
    }
    return response;
  }
  async signIn(email: string, password = PASSWORD): Promise<this> {
    const response = await this.request('POST', accountRoutes.signIn.path, { email, password });
    if (!response.ok) throw new Error(await response.text());
    this.account = (await response.json()) as Account;
    return this;
  }
  /** Calls a route and gives its reply, or its problem. */
  async call<R extends Route>(
    route: R,
    given: { params?: Record<string, string>; query?: Record<string, string>; body?: unknown } = {},
  ): Promise<{ status: number; reply: z.output<R['reply']>; problem: Problem }> {
    const path = route.path.replace(/:(\w+)/g, (_, name: string) => given.params?.[name] ?? '');
    const search = given.query ? `?${new URLSearchParams(given.query)}` : '';
    const response = await this.request(
      route.method,
      path + search,
      given.body ?? (route.method === 'GET' ? undefined : {}),
    );
    const json: unknown = await response.json();
    return response.ok
      ? { status: response.status, reply: route.reply.parse(json) as z.output<R['reply']>, problem: undefined as never }
      : { status: response.status, reply: undefined as never, problem: Problem.parse(json) };
  }
}

/** The pass that the chat’s page is served with inside a page of the site. */
export async function boardingPass(server: { url: string }, siteKey: string, origin = SITE): Promise<string> {
  const response = await fetch(`${server.url}/w/${siteKey}/window`, { headers: { referer: `${origin}/heat-pumps` } });
  const text = await response.text();
  if (!response.ok) throw new Error(text);
  return /data-boarding="([^"]+)"/.exec(text)![1]!;
}

/** A visitor’s browser: collects what it is shown, in the order in which it came. */
export class VisitorPage {
  readonly socket: Socket<VisitorNews, VisitorCalls>;
  readonly batches: Array<EntryBatch & { holder: Holder; busy: boolean }> = [];
  welcome!: Welcome;
  pass: VisitorPass | undefined;
  constructor(server: { url: string }, boarding: string, pass?: VisitorPass, trial?: string, who?: string) {
    this.pass = pass;
    this.socket = io(`${server.url}/visitor`, {
      transports: ['websocket'],
      forceNew: true,
      reconnection: false,
      auth: { boarding, ...(pass ? { visitor: pass } : {}), ...(trial ? { trial } : {}), ...(who ? { who } : {}) },
    });
    this.socket.on('entries', batch => this.batches.push(batch));
  }
  /** Connects and opens the chat. */
  async open(hello: Partial<Hello> = {}): Promise<this> {
    await new Promise<void>((resolve, reject) => {
      this.socket.once('connect', resolve);
      this.socket.once('connect_error', reject);
    });
    const welcome = await new Promise<Answered<Welcome>>(resolve =>
      this.socket.emit('hello', { page: '/', ...hello }, resolve),
    );
    if (!welcome.ok) throw Object.assign(new Error(welcome.problem.detail), { problem: welcome.problem });
    this.welcome = welcome;
    this.pass = welcome.visitor ?? this.pass;
    return this;
  }
  reply(text: string, more: Partial<VisitorReply> = {}): Promise<Answered<{ number: number }>> {
    const message = { clientId: randomBytes(9).toString('base64url'), text, ...more };
    return new Promise(resolve => this.socket.emit('reply', message, resolve));
  }
  /** The page around the chat says something of its visitor. */
  tells(facts: Record<string, unknown>): Promise<Answered<object>> {
    return new Promise(resolve => this.socket.emit('facts', { facts }, resolve));
  }
  /** Everything that was shown, in order, as a browser shows it: what came twice has the same number. */
  get entries() {
    const heard = [...this.welcome.batch.entries, ...this.batches.flatMap(batch => batch.entries)];
    return [...new Map(heard.map(entry => [entry.number, entry])).values()].toSorted((a, b) => a.number - b.number);
  }
  /** What was said and asked, as plain text. */
  get said(): string[] {
    return this.entries.flatMap(entry =>
      entry.kind === 'said' || entry.kind === 'showed' || entry.kind === 'asked'
        ? [
            entry.line
              .flat()
              .map(span => span.text)
              .join(''),
          ]
        : entry.kind === 'answered'
          ? [entry.text]
          : [],
    );
  }
  close(): void {
    this.socket.close();
  }
}

const line = (text: string) => [[{ text }]];

/** A short flow: asks for an email, thanks, and hands over. */
export const greeting: Flow = {
  format: 'kineta.flow/2',
  name: 'Greeting',
  speaker: 'Robin',
  facts: [
    { name: 'email', type: 'email', scope: 'visitor', person: 'email' },
    { name: 'home', type: 'choice', scope: 'conversation' },
  ],
  scenes: [
    {
      id: 'welcome',
      title: 'Welcome',
      steps: [
        { id: 'hello', kind: 'say', line: line('Hello!') },
        {
          id: 'home',
          kind: 'ask',
          line: line('What sort of home?'),
          answer: {
            type: 'choice',
            choices: [
              { id: 'c1', label: 'Flat' },
              { id: 'c2', label: 'Semi-detached' },
            ],
          },
          fact: 'home',
          tries: 2,
        },
        { id: 'mail', kind: 'ask', line: line('Your email?'), answer: { type: 'email' }, fact: 'email', tries: 3 },
        {
          id: 'thanks',
          kind: 'say',
          line: [[{ text: 'Thank you, ' }, { fact: 'email', otherwise: 'you' }, { text: '.' }]],
        },
        {
          id: 'over',
          kind: 'hand over',
          team: 'Sales',
          waiting: line('One moment.'),
          closed: { line: line('Closed.') },
        },
        { id: 'after', kind: 'say', line: line('Welcome back.') },
        { id: 'end', kind: 'end' },
      ],
    },
  ],
};

/** Makes a flow’s draft what it is to be; what the server said. */
export async function rewrite(browser: Browser, id: string, draft: Flow, writer = 'page') {
  const { reply } = await browser.call(flowRoutes.get, { params: { id } });
  return browser.call(flowRoutes.saveEdits, {
    params: { id },
    body: {
      revision: reply.revision,
      batch: randomBytes(12).toString('base64url'),
      writer,
      edits: difference(reply.draft, draft),
    },
  });
}

/** Everybody of a workspace sits before an open page for the next hour, and takes chats; or nobody does. */
export async function everybodyIsHere(server: RunningServer, workspace: string, areHere = true): Promise<void> {
  const at = areHere ? new Date(Date.now() + 3_600_000) : null;
  await server.house.tables.in(workspace).of(members).change({ hereAt: at, activeAt: at }, {});
  server.house.ports.directories.forget(workspace);
}

/** A workspace whose lead has published a flow on its site, and in which everybody is here. */
export async function publishing(
  server: RunningServer,
  name: string,
  played: Flow = greeting,
): Promise<{ workspace: Workspace; lead: Browser; flow: string }> {
  const workspace = await makeWorkspace(server.database, name);
  const lead = await new Browser(server).signIn(workspace.lead);
  const { reply } = await lead.call(flowRoutes.create, { body: { file: JSON.stringify(played) } });
  const body = { revision: 1, sites: [workspace.site] };
  const { problem } = await lead.call(flowRoutes.publish, { params: { id: reply.id }, body });
  if (problem) throw new Error(problem.detail);
  await everybodyIsHere(server, workspace.id);
  return { workspace, lead, flow: reply.id };
}

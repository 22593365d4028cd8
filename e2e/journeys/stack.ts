import { type ChildProcess, spawn } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { createServer } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { createInterface } from 'node:readline';
import {
  business,
  loadDemo,
  type MailCatcher,
  members,
  PUSHES,
  SERVICES,
  type StandIns,
  setDomains,
  siteSecret,
  startMailCatcher,
  startSite,
  startStandIns,
} from '@kineta/demo';
import { connect, migrate, type PrivateDatabase, startPrivateDatabase, Tables } from '@kineta/server';
import {
  type Browser,
  type BrowserContext,
  type BrowserContextOptions,
  test as base,
  expect,
  type FrameLocator,
  type Locator,
  type Page,
} from '@playwright/test';
import { QueryTypes } from 'sequelize';

const root = join(import.meta.dirname, '../..');
const [lead, priya, tom] = members;
export const people = { lead: lead.email, priya: priya.email, tom: tom.email };

function freePort(): Promise<number> {
  return new Promise(resolve => {
    const probe = createServer().listen(0, '127.0.0.1', () => {
      const { port } = probe.address() as { port: number };
      probe.close(() => resolve(port));
    });
  });
}

const SECRET = 'a secret of the journeys';
/** So much is shown of an error that a server logs. */
const MOST_OF_AN_ERROR = 1_000;

/** Kineta as it runs for its users: its database, its process, and Brackenrow’s site on another origin. */
export class Stack {
  url = '';
  site = '';
  mail!: MailCatcher;
  standIns!: StandIns;
  private port = 0;
  private inbound = 0;
  private home = '';
  private database!: PrivateDatabase;
  private server: ChildProcess | undefined;
  private closeSite: () => void = () => {};

  /** Where the first start says that the business is set up, when there is none yet. */
  firstLink = '';

  /** With what the site says who its visitors are. */
  siteSecret = '';

  /** Whether a journey has broken something in it, after which errors are meant. */
  private isBroken = false;

  /**
   * @param business what is there already: the demo, or nothing, as after a first `./kineta start`
   * @param alone its site has the first flow alone, which everybody meets
   */
  async start(business: 'the demo' | 'nothing' = 'the demo', days = 7, alone = true): Promise<this> {
    this.home = mkdtempSync(join(tmpdir(), 'kineta-e2e-'));
    await this.startDatabase();
    this.port = await freePort();
    this.url = `http://localhost:${this.port}`;
    const site = await startSite(this.url, 0);
    this.site = site.url;
    this.closeSite = site.close;
    this.mail = await startMailCatcher(0);
    this.inbound = await freePort();
    this.standIns = await startStandIns(this.mail, 0, this.inbound);
    const database = connect(this.database.url, 4);
    await migrate(database);
    if (business === 'the demo') {
      await loadDemo(new Tables(database), root, { days, alone });
      await setDomains(new Tables(database), [site.host]);
      this.siteSecret = await siteSecret(new Tables(database), SECRET);
      site.signWith(this.siteSecret);
      // The journeys meet open teams at whatever hour they are run.
      await database.query('UPDATE teams SET hours = NULL');
    }
    await database.close();
    await this.startServer();
    return this;
  }

  async startDatabase(): Promise<void> {
    this.database = await startPrivateDatabase({ home: this.home, durable: true });
  }

  /** Kills the database as a crash would. */
  async killDatabase(): Promise<void> {
    this.isBroken = true;
    process.kill(this.database.pid, 'SIGKILL');
    await expect(() => expect(() => process.kill(this.database.pid, 0)).toThrow()).toPass();
  }

  async startServer(): Promise<void> {
    const server = spawn('node', ['--enable-source-maps', 'server/dist/kineta.js', 'start'], {
      cwd: root,
      env: {
        ...process.env,
        KINETA_ROOT: root,
        KINETA_DATABASE_URL: this.database.url,
        KINETA_PORT: String(this.port),
        KINETA_URL: this.url,
        KINETA_SECRET: SECRET,
        KINETA_SMTP_URL: this.mail.url,
        KINETA_REPLY_ADDRESS: business.replyAddress,
        KINETA_INBOUND_PORT: String(this.inbound),
        KINETA_STANDINS: [SERVICES, PUSHES].map(host => `${host}=${this.standIns.url}`).join(','),
        KINETA_LOG: 'error',
        // All visitors of a journey come from one address.
        KINETA_VISITORS_PER_ADDRESS: '5000',
      },
      stdio: ['ignore', 'pipe', 'inherit'],
    });
    this.server = server;
    await new Promise<void>((resolve, reject) => {
      server.once('exit', code => reject(new Error(`Kineta stopped with ${code}.`)));
      createInterface({ input: server.stdout! }).on('line', line => {
        this.firstLink = /once: (\S+)/.exec(line)?.[1] ?? this.firstLink;
        // What went wrong inside stands in the run’s own words, beside the journey that met it; not what a journey broke.
        if (!this.isBroken && /"level":[56]0/.test(line)) console.error(line.slice(0, MOST_OF_AN_ERROR));
        if (line.includes('answers on')) resolve();
      });
    });
  }

  /** Kills the server as a crash would. */
  async killServer(): Promise<void> {
    const { server } = this;
    if (!server || server.exitCode !== null) return;
    const gone = new Promise(resolve => server.once('exit', resolve));
    server.kill('SIGKILL');
    await gone;
  }

  /** Ends every session, as their expiry would. */
  endSessions(): Promise<void> {
    return this.write('DELETE FROM sign_ins');
  }

  /** The time is over in which whoever has left could have come back for their answers. */
  nobodyComesBack(): Promise<void> {
    return this.write('UPDATE unseen_answers SET due_at = UTC_TIMESTAMP(3)');
  }

  /** The time is over in which whoever is told by email could have looked by themselves. */
  nobodyLooks(): Promise<void> {
    return this.write(
      `UPDATE alert_sendings SET due_at = UTC_TIMESTAMP(3) WHERE channel = 'mail' AND due_at IS NOT NULL`,
    );
  }

  /** For so many seconds a visitor who waits is offered to one member. */
  offersFor(seconds: number): Promise<void> {
    return this.write(`UPDATE teams SET accepts_within = ${seconds}`);
  }

  /**
   * Whoever listens to what happened has heard of the demo’s past, and hears of what happens now at once: none has moved on for three
   * seconds. Who is behind does so several times a second, and whom nothing concerns stays far behind for a minute.
   */
  async caughtUp(): Promise<void> {
    const database = connect(this.database.url, 1);
    const places = async (): Promise<string> => {
      const rows = await database.query<{ name: string; position: string }>(
        'SELECT name, position FROM listeners ORDER BY name',
        { type: QueryTypes.SELECT },
      );
      return JSON.stringify(rows);
    };
    let before = '';
    const moved = async (): Promise<boolean> => {
      const now = await places();
      const isSame = now === before;
      before = now;
      return !isSame;
    };
    await expect.poll(moved, { timeout: 120_000, intervals: [3_000] }).toBe(false);
    await database.close();
  }

  /** Every team is closed at any hour, or open. */
  isClosed(closed: boolean): Promise<void> {
    const hours = closed ? `'{"zone":"Europe/London","open":[],"seasons":[],"special":[]}'` : 'NULL';
    return this.write(`UPDATE teams SET hours = ${hours}`);
  }

  /** Nobody waits for a person, and nobody has one. */
  allIsDone(): Promise<void> {
    return this.write(
      `UPDATE conversations SET holder = 'done', agent_id = NULL, waiting_since = NULL WHERE holder IN ('waiting', 'agent')`,
    );
  }

  private async write(sql: string): Promise<void> {
    const database = connect(this.database.url, 1);
    await database.query(sql);
    await database.close();
  }

  async stop(): Promise<void> {
    this.closeSite();
    this.standIns.close();
    await this.killServer();
    await this.mail.close();
    await this.database.stop();
    rmSync(this.home, { recursive: true, force: true });
  }
}

/** Every browser window that a test opened, to be closed behind it. */
const opened: BrowserContext[] = [];

/** A window of its own, in Britain unless it is said otherwise. */
export async function newWindow(browser: Browser, options: BrowserContextOptions = {}): Promise<Page> {
  const context = await browser.newContext({ locale: 'en-GB', timezoneId: 'Europe/London', ...options });
  opened.push(context);
  return context.newPage();
}

/** A Kineta as long as it is used. */
async function running(use: (stack: Stack) => Promise<void>, prepare: (stack: Stack) => Promise<void> | void) {
  const stack = await new Stack().start();
  await prepare(stack);
  await use(stack);
  await stack.stop();
}

/**
 * The tests’ base: one running Kineta for a worker, and another in which nobody waits. Both stand here, each begun when it is
 * first asked for: a worker whose journeys ask for what another base adds would be ended, and begun anew with all of it.
 */
export const test = base.extend<{ windows: undefined }, { stack: Stack; quiet: Stack }>({
  windows: [
    // biome-ignore lint/correctness/noEmptyPattern: Playwright reads which fixtures are wanted from the pattern
    async ({}, use) => {
      await use(undefined);
      await Promise.all(opened.splice(0).map(context => context.close()));
    },
    { auto: true },
  ],
  stack: [
    // biome-ignore lint/correctness/noEmptyPattern: Playwright reads which fixtures are wanted from the pattern
    ({}, use) => running(use, () => {}),
    { scope: 'worker', timeout: 120_000 },
  ],
  quiet: [
    // biome-ignore lint/correctness/noEmptyPattern: Playwright reads which fixtures are wanted from the pattern
    ({}, use) =>
      running(use, async stack => {
        await stack.allIsDone();
        await stack.caughtUp();
      }),
    { scope: 'worker', timeout: 240_000 },
  ],
});
export { expect };

/** What a browser keeps of who has signed in, by the Kineta and their email. */
const kept = new Map<string, Awaited<ReturnType<BrowserContext['storageState']>>>();

/** Whether a member takes chats, whatever was so before: journeys share a Kineta. */
export async function takesChats(page: Page, takes: boolean): Promise<void> {
  const switched = page.getByRole('switch', { name: 'Take chats' });
  await expect(switched).toHaveText(/^You /);
  if ((await switched.isChecked()) !== takes) await switched.click();
  await expect(switched).toHaveText(takes ? 'You take chats' : 'You are away');
}

/** Opens the studio in a browser of its own, signed in. */
export async function studio(
  browser: Browser,
  stack: Stack,
  email: string,
  options: BrowserContextOptions = {},
): Promise<Page> {
  const where = `${stack.url} ${email}`;
  const page = await newWindow(browser, { storageState: kept.get(where), ...options });
  // What is sent goes out at once; that it can be taken back has a journey of its own.
  await page.addInitScript(() => {
    localStorage['kineta.sends-at-once'] ??= '1';
  });
  await page.goto(stack.url);
  const areas = page.getByRole('navigation', { name: 'Areas' });
  await areas.or(page.getByLabel('Email')).waitFor();
  // The first time, and when another journey has ended the session.
  if (!(await areas.isVisible())) {
    await page.getByLabel('Email').fill(email);
    await page.getByLabel('Password').fill(business.password);
    await page.getByRole('button', { name: 'Sign in' }).click();
    await areas.waitFor();
    kept.set(where, await page.context().storageState());
  }
  // Leads begin with Today, and write flows.
  if (email === people.lead) await areas.getByRole('link', { name: 'Flows' }).click();
  return page;
}

export interface Visit {
  page: Page;
  chat: FrameLocator;
  /** Types a message and sends it. */
  say(text: string): Promise<void>;
  pick(name: string): Promise<void>;
}

/** Comes to Brackenrow’s site in a browser of its own and opens the chat. */
export async function visit(
  browser: Browser,
  stack: Stack,
  { path = '/', referer, ...options }: { path?: string; referer?: string } & BrowserContextOptions = {},
): Promise<Visit> {
  // Who wants less to move is told everything at once; the pace of lines has a journey of its own.
  const page = await newWindow(browser, { reducedMotion: 'reduce', ...options });
  await page.goto(stack.site + path, referer === undefined ? {} : { referer });
  await page.getByRole('button', { name: 'Ask Robin' }).click();
  return visitOn(page);
}

/** The chat that is open on a page, or in a part of it. */
export function visitOn(page: Page, part: Page | Locator = page): Visit {
  const chat = part.frameLocator('iframe');
  return {
    page,
    chat,
    async say(text) {
      await chat.getByLabel('Your message').fill(text);
      await chat.getByLabel('Your message').press('Enter');
    },
    async pick(name) {
      await chat.getByRole('button', { name, exact: true }).click();
    },
  };
}

/** The visitor’s side in the rehearsal beside the page. */
export function rehearse(page: Page): Visit {
  return visitOn(page, page.getByRole('region', { name: 'Rehearsal' }));
}

/** Goes from the greeting to where somebody from Sales is awaited. */
export async function askForPerson({ chat, pick, say }: Visit, name: string): Promise<void> {
  await pick('Talk to someone');
  await chat.getByText('What may we call you?').waitFor();
  await say(name);
  await chat.getByText('Waiting for somebody from Sales.').waitFor();
}

/** The log of the conversation that is open in the studio. */
export const logOf = (page: Page) => page.getByRole('list', { name: 'Log' });

/** Begins a flow from a starter and lets Brackenrow’s visitors meet it. */
export async function meetStarter(page: Page, starter: string): Promise<void> {
  await page.getByRole('link', { name: 'Flows' }).click();
  await page.getByRole('button', { name: 'New flow' }).click();
  await page.getByRole('radio', { name: starter }).check();
  await page.getByRole('button', { name: 'Create' }).click();
  await page.getByRole('heading', { name: starter, level: 1 }).waitFor();
  await publish(page);
}

/** Publishes the flow that is open, for Brackenrow’s site. */
export async function publish(page: Page): Promise<void> {
  await page.getByRole('button', { name: 'Publish…' }).click();
  await page.getByRole('dialog').getByRole('checkbox').check();
  await page.getByRole('button', { name: 'Publish', exact: true }).click();
  await expect(page.getByRole('dialog')).toBeHidden();
  // An earlier publish may still be told of.
  await expect(page.getByText(/is live: new visitors/).first()).toBeVisible();
}

/** Brackenrow goes back to its first visit. */
export async function firstVisitAgain(page: Page): Promise<void> {
  await page.getByRole('link', { name: 'Flows' }).click();
  await page.getByRole('link', { name: 'First visit', exact: true }).click();
  await page.getByRole('heading', { name: 'First visit', level: 1 }).waitFor();
  await publish(page);
}

/** The step that is open on the page, with what can be done to it. */
export const openStep = (page: Page): Locator =>
  page.locator('[data-step]', { has: page.locator('[data-number][aria-expanded=true]') });

/** Adds a step of a kind at the end of the scene, by the slash. */
export async function addStep(page: Page, kind: string): Promise<void> {
  await page.getByRole('button', { name: /Type a line, or/ }).click();
  await page.locator('.ProseMirror-focused').waitFor();
  await page.keyboard.type('/');
  await page.getByRole('combobox', { name: 'Kind of step' }).waitFor();
  await page.keyboard.type(kind);
  await page.keyboard.press('Enter');
}

/** Opens a flow’s file among the flows, and then the flow. */
export async function openFlowFile(page: Page, flow: { name: string; [key: string]: unknown }): Promise<void> {
  // There may be one of this name already; the newest stands first.
  await page.getByRole('link', { name: 'First visit', exact: true }).waitFor();
  const links = page.getByRole('link', { name: flow.name, exact: true });
  const before = await links.count();
  await page.locator('input[type=file]').setInputFiles({
    name: `${flow.name}.json`,
    mimeType: 'application/json',
    buffer: Buffer.from(JSON.stringify(flow)),
  });
  await expect(links).toHaveCount(before + 1);
  await links.first().click();
  await page.getByRole('heading', { name: flow.name, level: 1 }).waitFor();
}

/** The smallest PNG: one point. */
export const point = Buffer.from(
  'iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNkYPhfDwAChwGA60e6kgAAAABJRU5ErkJggg==',
  'base64',
);

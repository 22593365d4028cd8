import { setTimeout as pause } from 'node:timers/promises';
import type { EntryBatch } from '@kineta/contract';
import { blankArticle, type Flow } from '@kineta/core';
import { connect, shipRules, Tables } from '@kineta/server';
import { io, type Socket } from 'socket.io-client';

/** Each visitor replies once in this time; they are spread evenly over it. */
const EVERY = 5_000;
export const ROUNDS = 6;
const ASKS_EVERY = 10;
const ORIGIN = 'http://bench.example';

/** A flow that goes on for ever: a question, a fact set, a line, and round again. */
const flow: Flow = {
  format: 'kineta.flow/2',
  name: 'Round and round',
  speaker: 'Robin',
  facts: [
    { name: 'home', type: 'choice', scope: 'conversation' },
    { name: 'bill', type: 'money', scope: 'conversation' },
  ],
  scenes: [
    {
      id: 'round',
      title: 'Round',
      steps: [
        {
          id: 'home',
          kind: 'ask',
          line: [[{ text: 'What sort of home is it?' }]],
          answer: {
            type: 'choice',
            choices: [
              { id: 'flat', label: 'Flat' },
              { id: 'semi', label: 'Semi-detached' },
            ],
          },
          fact: 'home',
          tries: 2,
        },
        { id: 'work-out', kind: 'set', fact: 'bill', value: 1_900 },
        { id: 'tell', kind: 'say', line: [[{ text: 'You said ' }, { fact: 'home' }, { text: '.' }]] },
        { id: 'again', kind: 'go', to: 'round' },
      ],
    },
  ],
};

/** One who replies: sends, and says when the answer to it has come. */
export type Talker = () => Promise<void>;

export interface Load {
  /** Milliseconds from send to answer, sorted. */
  times: number[];
  failed: number;
}

/** Lets every talker reply once every five seconds, for some rounds after those that do not count. */
export async function load(talkers: Talker[], rounds = ROUNDS, uncounted = 1): Promise<Load> {
  const times: number[] = [];
  let failed = 0;
  const begin = performance.now() + 200;
  await Promise.all(
    talkers.map(async (talk, index) => {
      for (let round = 0; round < uncounted + rounds; round++) {
        const due = begin + round * EVERY + (index / talkers.length) * EVERY;
        await pause(Math.max(0, due - performance.now()));
        const sent = performance.now();
        try {
          await talk();
          if (round >= uncounted) times.push(performance.now() - sent);
        } catch {
          failed++;
        }
      }
    }),
  );
  return { times: times.sort((a, b) => a - b), failed };
}

export async function inGroups<T>(count: number, make: (index: number) => Promise<T>): Promise<T[]> {
  const made: T[] = [];
  for (let from = 0; from < count; from += 25)
    made.push(
      ...(await Promise.all(Array.from({ length: Math.min(25, count - from) }, (_, index) => make(from + index)))),
    );
  return made;
}

const connected = (socket: Socket): Promise<void> =>
  new Promise((resolve, reject) => {
    socket.once('connect', resolve);
    socket.once('connect_error', reject);
  });

function within<T>(milliseconds: number, work: Promise<T>): Promise<T> {
  let timer: ReturnType<typeof setTimeout>;
  return Promise.race([
    work,
    new Promise<never>((_, reject) => {
      timer = setTimeout(() => reject(new Error('No answer came.')), milliseconds);
    }),
  ]).finally(() => clearTimeout(timer));
}

const pick = { text: 'Semi-detached', choice: 'semi' };
/** What is asked of one’s own accord, in as many words as visitors use, and by each in words of their own. */
const questions: ReadonlyArray<(own: number) => string> = [
  own => `how loud is the outside unit at ${own} metres`,
  own => `what does it cost to run for ${own} radiators`,
  own => `can I still change my mind about the survey on the ${own}th?`,
  own => `hi, our neighbour at number ${own} has one and says the radiators had to go, is that so with yours`,
];

async function visitor(
  url: string,
  boarding: string,
  sockets: Socket[],
  extraHeaders: Record<string, string>,
  asksFrom: number | undefined,
): Promise<Talker> {
  const socket = io(`${url}/visitor`, { transports: ['websocket'], forceNew: true, auth: { boarding }, extraHeaders });
  sockets.push(socket);
  await connected(socket);
  const welcome = (await socket.timeout(20_000).emitWithAck('hello', { page: '/' })) as { ok: boolean };
  if (!welcome.ok) throw new Error('A visitor was not let in.');
  let count = 0;
  return () =>
    within(
      20_000,
      new Promise<void>((resolve, reject) => {
        const clientId = `bench-${socket.id}-${count++}`.slice(0, 40);
        const onEntries = (batch: EntryBatch) => {
          const own = batch.entries.some(entry => entry.kind === 'replied' && entry.clientId === clientId);
          if (!own || !batch.entries.some(entry => entry.kind === 'asked')) return;
          socket.off('entries', onEntries);
          resolve();
        };
        socket.on('entries', onEntries);
        const asks = asksFrom !== undefined && (asksFrom + count) % ASKS_EVERY === 0;
        const said = asks ? { text: questions[count % questions.length]!(asksFrom) } : pick;
        socket.emit('reply', { clientId, ...said }, (answer: { ok: boolean }) => {
          if (!answer.ok) reject(new Error('A reply was refused.'));
        });
      }),
    );
}

/** One who replies to a bare echo. */
export async function echo(url: string, sockets: Socket[]): Promise<Talker> {
  const socket = io(url, { transports: ['websocket'], forceNew: true });
  sockets.push(socket);
  await connected(socket);
  return () => socket.timeout(20_000).emitWithAck('reply', 'Semi-detached');
}

/** What the window of the site lets visitors in with. */
export async function boardingOf(url: string): Promise<string> {
  const page = await (
    await fetch(`${url}/w/bench-key/window`, {
      headers: { referer: ORIGIN },
      signal: AbortSignal.timeout(20_000),
    })
  ).text();
  return /data-boarding="([^"]+)"/.exec(page)?.[1] ?? '';
}

/** Lets visitors in through the window of the site, as many as are wished. @param asks whether every tenth message of theirs asks something */
export async function visitors(
  url: string,
  count: number,
  sockets: Socket[],
  extraHeaders: Record<string, string> = {},
  asks = false,
): Promise<Talker[]> {
  const boarding = await boardingOf(url);
  return inGroups(count, index => visitor(url, boarding, sockets, extraHeaders, asks ? index : undefined));
}

/** Writes the workspace, its site and the published flow into a database that has its tables. */
export async function publish(databaseUrl: string, played = flow): Promise<void> {
  const database = connect(databaseUrl, 2);
  const run = (sql: string) =>
    database.query(sql, { replacements: { flow: JSON.stringify(played), domains: '["bench.example"]' } });
  await run(`INSERT INTO workspaces (name, zone, language, country, currency, business, created_at)
             VALUES ('Bench', 'Europe/London', 'en-GB', 'GB', 'GBP', '[]', UTC_TIMESTAMP(3))`);
  await run(`INSERT INTO members (workspace_id, email, name, role, password_hash, created_at)
             VALUES (1, 'bench@bench.example', 'Bench', 'lead', '', UTC_TIMESTAMP(3))`);
  await run(`INSERT INTO flows (workspace_id, name, draft, revision, changes, created_at, updated_at)
             VALUES (1, 'Round', :flow, 1, 0, UTC_TIMESTAMP(3), UTC_TIMESTAMP(3))`);
  await run(
    `INSERT INTO editions (workspace_id, flow_id, number, content, published_at) VALUES (1, 1, 1, :flow, UTC_TIMESTAMP(3))`,
  );
  await run('UPDATE flows SET edition_id = 1');
  await run(
    `INSERT INTO sites (workspace_id, name, site_key, domains, flow_id) VALUES (1, 'bench', 'bench-key', :domains, 1)`,
  );
  // As every workspace begins: six rules, which are followed with every message.
  await shipRules(new Tables(database), '1');
  await database.close();
}

/** Writes what questions are answered by, for the workspace that was published. */
export async function answer(
  databaseUrl: string,
  articles: ReadonlyArray<{ question: string; answer: string }>,
): Promise<void> {
  const database = connect(databaseUrl, 2);
  const rows = articles.map(({ question, answer }, at) => [
    1,
    JSON.stringify({ ...blankArticle, question, answer }),
    at + 1,
    1,
  ]);
  await database.query('INSERT INTO articles (workspace_id, written, place, number) VALUES :rows', {
    replacements: { rows },
  });
  await database.query('UPDATE workspaces SET articles_number = 1');
  await database.close();
}

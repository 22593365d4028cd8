import { Worker } from 'node:worker_threads';
import { questionRoutes } from '@kineta/contract';
import { blankArticle } from '@kineta/core';
import pino from 'pino';
import { afterAll, beforeAll, expect, test } from 'vitest';
import type { RunningServer } from '../server.ts';
import { Browser, emptyDatabase, makeWorkspace, testServer, type Workspace } from '../tests/kineta.ts';
import { Answers } from './answers.ts';
import { ArticleBook, MOST_ARTICLES } from './book.ts';
import { articles } from './model.ts';
import { Thread } from './thread/thread.ts';

let server: RunningServer;
let workspace: Workspace;
let lead: Browser;
beforeAll(async () => {
  server = await testServer(await emptyDatabase());
  workspace = await makeWorkspace(server.database, 'boats');
  lead = await new Browser(server).signIn(workspace.lead);
  for (const [question, answer] of [
    ['May I bring my dog?', 'On a lead.'],
    ['Where do the boats leave?', 'From pier four.'],
  ] as const)
    await lead.call(questionRoutes.add, { body: { ...blankArticle, question, answer } });
});
afterAll(() => server.close());

test('while the thread that reads meanings falls again and again, answers are found by words', async () => {
  let started = 0;
  const falls = () => {
    started++;
    return new Worker('require("node:worker_threads").parentPort.once("message", () => process.exit(1))', {
      eval: true,
    });
  };
  const thread = new Thread(pino({ level: 'silent' }), { start: falls });
  const answers = new Answers(server.house, new ArticleBook(server.house), thread, [], { isBusy: false });
  for (let time = 0; time < 3; time++) {
    const { found, byMeaning } = await answers.find(workspace.id, 'where do they leave', [], 2, 1);
    expect(byMeaning).toBe(false);
    expect(found[0]!.reason?.words).toContain('leave');
  }
  expect(started).toBeGreaterThan(0);
  await thread.close();
});

test('more than can be kept is refused in a sentence, and nothing of it is kept', async () => {
  const rows = server.house.tables.in(workspace.id).of(articles);
  const [row] = await rows.all({}, { most: 1 });
  const { id: _, ...like } = row!;
  const filler = Array.from({ length: MOST_ARTICLES - 2 }, (_, at) => ({
    ...like,
    place: at + 10,
    written: { ...like.written, question: `Filler ${at}` },
  }));
  for (let from = 0; from < filler.length; from += 500) await rows.addAll(filler.slice(from, from + 500));
  const part = { question: 'One more?', answer: 'Yes.' };
  const { problem } = await lead.call(questionRoutes.add, { body: { ...blankArticle, ...part } });
  expect(problem?.detail).toBe('With these there would be 10,001 answers; at most 10,000 can be kept.');
  expect(await rows.count({ removedAt: null })).toBe(MOST_ARTICLES);
}, 60_000);

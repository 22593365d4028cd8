import { Worker } from 'node:worker_threads';
import { meaningOfBytes, textsOf } from '@kineta/core';
import pino from 'pino';
import { afterAll, expect, test, vi } from 'vitest';
import { DIMENSIONS } from '../dimensions.ts';
import { Thread, ThreadSilent } from './thread.ts';

const logger = pino({ level: 'silent' });
const thread = new Thread(logger);
afterAll(() => thread.close());
/** It is read from its sources first, which takes its time where much else is done. */
const LONG = 60_000;
vi.setConfig({ testTimeout: 2 * LONG });

const articles = [
  { id: 'price', question: 'What does a boat trip cost?', answer: '£18, and half for those under twelve.' },
  { id: 'dogs', question: 'May I bring my dog?', answer: 'On a lead, on the upper deck.' },
  { id: 'pier', question: 'Where do the boats leave?', answer: 'From pier four, behind the fish market.' },
];

test('finds by words until it is told what the articles mean, then by meaning as well', async () => {
  const find = (name: string) =>
    thread.ask(
      'find',
      { name, asked: 'is my poodel welcome', before: [], most: 2, explained: 1, patience: Number.POSITIVE_INFINITY },
      LONG,
    );
  expect(await find('boats')).toBeNull();
  await thread.ask('take', { name: 'boats', language: 'en-GB', articles, meanings: null }, LONG);
  expect(await find('boats')).toMatchObject({ byMeaning: false });
  const texts = articles.flatMap(article => Object.values(textsOf(article)).flat());
  const { meanings } = await thread.ask('encode', { texts }, LONG);
  const meant = new Map(
    texts.map((text, at) => [text, new Int8Array(meanings.slice(at * DIMENSIONS, (at + 1) * DIMENSIONS).buffer)]),
  );
  expect(meaningOfBytes(meant.get(texts[0]!)!).length).toBeGreaterThan(0);
  await thread.ask('take', { name: 'boats', language: 'en-GB', articles, meanings: meant }, LONG);
  const found = await find('boats');
  expect(found).toMatchObject({ byMeaning: true, found: [{ id: 'dogs' }, {}] });
  expect(found!.found[0]!.reason!.wording?.text).toBe('May I bring my dog?');
  // Who asked before they were read has them taken by words alone, and may come late.
  await thread.ask('take', { name: 'boats', language: 'en-GB', articles, meanings: null }, LONG);
  expect(await find('boats')).toMatchObject({ byMeaning: true });
});

test('where more is asked than can be read for its meaning, those behind are found by words, and nobody waits for long', async () => {
  const find = (asked: string, patience = 80) =>
    thread.ask('find', { name: 'boats', asked, before: [], most: 1, explained: 0, patience }, LONG);
  const many = Array.from(
    { length: 150 },
    (_, at) => `is my dog, which is number ${at} of those that we have, welcome`,
  );
  // Who is in no hurry waits.
  const [found, patient] = await Promise.all([
    Promise.all(many.map(asked => find(asked))),
    find('may a cat come', Number.POSITIVE_INFINITY),
  ]);
  expect(patient).toMatchObject({ byMeaning: true });
  expect(found[0]).toMatchObject({ byMeaning: true, found: [{ id: 'dogs' }] });
  expect(found.at(-1)).toMatchObject({ byMeaning: false, found: [{ id: 'dogs' }] });
  // What was read is remembered, and what was not is read when there is time.
  expect(await find(many[0]!)).toEqual(found[0]);
  expect(await find(many.at(-1)!)).toMatchObject({ byMeaning: true });
});

test('other languages go by words', async () => {
  const polish = [{ id: '1', question: 'Ile kosztuje bilet?', answer: '20 zł' }];
  await thread.ask('take', { name: 'pl', language: 'pl', articles: polish, meanings: null }, LONG);
  expect(
    await thread.ask('find', { name: 'pl', asked: 'bilet', before: [], most: 1, explained: 0, patience: 80 }, LONG),
  ).toMatchObject({
    byMeaning: false,
    found: [{ id: '1' }],
  });
});

test('who asks is told when it ends, and it begins anew, without what it had been given', async () => {
  const started: Worker[] = [];
  const script = (code: string) => {
    const worker = new Worker(code, { eval: true });
    started.push(worker);
    return worker;
  };
  const echo = `const { parentPort } = require('node:worker_threads'); parentPort.on('message', m => m.name === 'take' ? process.exit(1) : m.name === 'find' ? parentPort.postMessage({ id: m.id, back: null }) : undefined);`;
  const falling = new Thread(logger, { start: () => script(echo) });
  const find = () =>
    falling.ask('find', { name: '', asked: '', before: [], most: 1, explained: 0, patience: 80 }, LONG);
  expect(await find()).toBeNull();
  const slow = falling.ask('encode', { texts: ['never answered'] }, LONG);
  slow.catch(() => {});
  await expect(falling.ask('take', { name: '', language: '', articles: [], meanings: null }, LONG)).rejects.toThrow(
    ThreadSilent,
  );
  await expect(slow).rejects.toThrow(ThreadSilent);
  // It rests for a moment first.
  await expect(find()).rejects.toThrow(ThreadSilent);
  await vi.waitFor(async () => expect(await find()).toBeNull(), 10_000);
  expect(falling.lives).toBe(2);
  // It is let go, and begins anew at once when it is asked.
  await falling.end();
  expect(await find()).toBeNull();
  expect(falling.lives).toBe(3);
  await expect(falling.ask('encode', { texts: [] }, 20)).rejects.toThrow(ThreadSilent);
  await falling.close();
  await expect(find()).rejects.toThrow(ThreadSilent);
  expect(started).toHaveLength(3);
});

test('what takes too long is given up, and one that is not patient begins anew', async () => {
  const idle = () => new Worker('require("node:worker_threads").parentPort.on("message", () => {})', { eval: true });
  const hasty = new Thread(logger, { start: idle, isPatient: false });
  const read = () => hasty.ask('read', { content: new Uint8Array(), name: 'x.html' }, 20);
  await expect(read()).rejects.toThrow(ThreadSilent);
  await vi.waitFor(async () => {
    await expect(read()).rejects.toThrow(ThreadSilent);
    expect(hasty.lives).toBeGreaterThan(1);
  }, 10_000);
  await hasty.close();
});

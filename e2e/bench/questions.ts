import { monitorEventLoopDelay } from 'node:perf_hooks';
import { setTimeout } from 'node:timers/promises';
import { type Article, Finder, textsAsked, textsOf } from '@kineta/core';
import { DIMENSIONS, englishEncoder, Thread } from '@kineta/server';
import pino from 'pino';
import { percentile, type Result, result } from './result.ts';

const QUERIES = 200;
/** So many texts are read at once, as the server does it. */
const AT_ONCE = 4;
const LONG = 120_000;

const things = [
  ...['heat pump', 'battery', 'boiler', 'cylinder', 'radiator', 'loft', 'wall', 'window', 'meter', 'thermostat'],
  ...['filter', 'valve', 'pipe', 'tank', 'fan', 'garden unit', 'fuse box', 'display', 'app', 'service plan'],
  ...[
    'survey',
    'quote',
    'invoice',
    'grant',
    'guarantee',
    'appointment',
    'engineer',
    'delivery',
    'spare part',
    'manual',
  ],
  ...['garage', 'cellar', 'kitchen', 'bathroom', 'flat', 'bungalow', 'farm', 'school', 'shop', 'church'],
  ...['greenhouse', 'pool', 'sauna', 'workshop', 'office', 'hall', 'stable', 'barn', 'cottage', 'terrace'],
];
const parts = ['old', 'new', 'small', 'large', 'second', 'rented', 'shared', 'outside', 'spare', 'first'];
const asks: ReadonlyArray<readonly [question: string, answer: string]> = [
  ['What does the {x} cost?', 'It begins at £{n}, fitted. You have a fixed price before anything is done.'],
  ['How long does the {x} take?', 'About {n} hours. We say how long yours will take before we begin.'],
  ['Can I cancel the {x}?', 'Until {n} days before, without any cost. Write here or ring us.'],
  ['Who looks after the {x}?', 'Aftercare does, every {n} months. They write to you a week before.'],
  ['Is there a guarantee on the {x}?', 'For {n} years, on the parts and on our work.'],
  ['How do I clean the {x}?', 'With water and a soft cloth, every {n} weeks. Switch it off first.'],
  ['What if the {x} breaks down?', 'Press reset once, wait {n} minutes, and if it comes back write to us.'],
  ['Where can the {x} stand?', 'At least {n} metres from the fence, where air can move around it.'],
  ['Do I need permission for the {x}?', 'Rarely. In {n} of a hundred cases we have to ask, and we do that for you.'],
  ['How loud is the {x}?', 'About {n} decibels at three metres, as loud as a fridge.'],
];
const askedAbout = [
  'how much for the {x}',
  'duration {x}',
  'we changed our minds about the {x}, can we get out of it',
  'hi, my neighbour has a {x} and it hums all night, does yours as well',
  'my {x} does not work any more',
];

/** So many entries, each about another thing. */
export function entries(count: number): Article[] {
  return Array.from({ length: count }, (_, at) => {
    const [question, answer] = asks[at % asks.length]!;
    const thing = things[Math.floor(at / asks.length) % things.length]!;
    const part = parts[Math.floor(at / asks.length / things.length) % parts.length]!;
    const about = (text: string) => text.replace('{x}', `${part} ${thing}`).replace('{n}', String((at % 90) + 3));
    return { id: String(at + 1), question: about(question), answer: about(answer) };
  });
}

const p95 = (times: readonly number[]): number =>
  percentile(
    times.toSorted((one, other) => one - other),
    0.95,
  );
const under = (
  name: string,
  value: number,
  unit: string,
  bound: number,
  beside?: { name: string; value: number },
): Result =>
  result(name, value, unit, beside ?? { name: 'allowed', value: bound }, {
    words: `under ${bound.toLocaleString('en')}`,
    holds: value < bound,
  });

/** Questions among 5,000 entries: by words alone, and by meaning on a thread of its own. */
export async function questions(): Promise<Result[]> {
  const articles = entries(5_000);
  const texts = Array.from({ length: QUERIES }, (_, at) =>
    askedAbout[at % askedAbout.length]!.replace('{x}', things[(at * 7) % things.length]!),
  );
  const timed = async (work: (text: string) => unknown): Promise<number> => {
    const times: number[] = [];
    for (const text of texts) {
      const from = performance.now();
      await work(text);
      times.push(performance.now() - from);
    }
    return p95(times);
  };
  const byWords = await (async () => {
    const words = new Finder(articles, 'en');
    for (const text of texts) words.find(text);
    return timed(text => words.find(text));
  })();
  const bare = await (async () => {
    const encoder = await englishEncoder();
    await timed(text => encoder.encode(textsAsked(text)));
    return timed(text => encoder.encode(textsAsked(text)));
  })();

  const thread = new Thread(pino({ level: 'error' }));
  const all = [...new Set(articles.flatMap(article => Object.values(textsOf(article)).flat()))];
  const meanings = new Map<string, Int8Array>();
  const began = performance.now();
  // As the server does it: many are read on threads that are there for this alone.
  const readers = [new Thread(pino({ level: 'error' })), new Thread(pino({ level: 'error' }))];
  const left = Array.from({ length: Math.ceil(all.length / AT_ONCE) }, (_, at) =>
    all.slice(at * AT_ONCE, (at + 1) * AT_ONCE),
  );
  await Promise.all(
    readers.map(async reader => {
      for (let few = left.shift(); few; few = left.shift()) {
        const { meanings: found } = await reader.ask('encode', { texts: few }, LONG);
        for (const [at, text] of few.entries())
          meanings.set(text, new Int8Array(found.buffer, at * DIMENSIONS, DIMENSIONS));
      }
      await reader.close();
    }),
  );
  await thread.ask('take', { name: 'bench', language: 'en', articles, meanings }, LONG);
  const minutes = (performance.now() - began) / 60_000;
  const find = (text: string) =>
    thread.ask(
      'find',
      { name: 'bench', asked: text, before: [], most: 24, explained: 0, patience: Number.POSITIVE_INFINITY },
      LONG,
    );
  await timed(find);
  meanings.clear();
  const loop = monitorEventLoopDelay({ resolution: 1 });
  const longest = async (work: () => Promise<unknown>): Promise<number> => {
    loop.reset();
    loop.enable();
    await work();
    loop.disable();
    return loop.max / 1e6;
  };
  let byMeaning = 0;
  const from = performance.now();
  const asking = await longest(async () => {
    byMeaning = await timed(find);
  });
  const took = performance.now() - from;
  const idle = await longest(() => setTimeout(took));
  await thread.close();
  return [
    under('a question by words, p95', byWords, 'ms', 3),
    under('a question by meaning, p95', byMeaning, 'ms', 60, { name: 'the bare encoder', value: bare }),
    under('the longest that nobody else was served meanwhile', asking, 'ms', 10, {
      name: 'nothing asked',
      value: idle,
    }),
    under('5,000 entries made ready', minutes, 'minutes', 6),
    under('memory with all of them', process.memoryUsage().rss / 1_048_576, 'MB', 1_500),
  ];
}

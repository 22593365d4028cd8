import {
  type Article,
  Articles,
  cut,
  type Evaluation,
  evaluate,
  Finder,
  type Found,
  type Meaning,
  RatedQueries,
  textsAsked,
  textsOf,
} from '@kineta/core';
import type { z } from 'zod';
import { englishEncoder } from '../questions/encoder.ts';
import { partsOf } from '../questions/reading/readers.ts';
import { englishWords } from '../questions/spelling.ts';
import { documentAt } from './document.ts';
import { readFile } from './file.ts';
import { plainSearch } from './plain-search.ts';
import { readWords } from './words.ts';

const usage =
  'kineta questions ask --entries E.json "text" [--json], kineta questions evaluate --entries E.json --queries Q.json [--json], or kineta questions import FILE|URL… [--json]';
/** So many of what was found are shown. */
const SHOWN = 5;

const named = <S extends z.ZodType>(file: string | undefined, what: string, schema: S): z.output<S> => {
  if (!file) throw new Error(`Say which ${what}: ${usage}`);
  return readFile(file, what, schema);
};

interface Options {
  entries?: string | undefined;
  queries?: string | undefined;
  json?: boolean | undefined;
}

/** Finds by words and meaning, as the server does it, on this thread. */
async function asker(
  articles: readonly Article[],
): Promise<(q: string, before: readonly string[]) => Promise<Found[]>> {
  const encoder = await englishEncoder();
  const meanings = new Map<string, Meaning>();
  const learn = async (texts: readonly string[]) => {
    const found = await encoder.encode(texts);
    for (const [at, text] of texts.entries()) meanings.set(text, found[at]!);
  };
  const meaningOf = (text: string) => meanings.get(text);
  await learn([...new Set(articles.flatMap(article => Object.values(textsOf(article)).flat()))]);
  const finder = new Finder(articles, 'en', { meaningOf, isWord: englishWords() });
  return async (q, before) => {
    await learn(textsAsked(q, before));
    return finder.find(q, before, meaningOf);
  };
}

async function ask({ entries, json }: Options, [text]: readonly string[]): Promise<void> {
  const { articles } = named(entries, 'entries', Articles);
  if (!text) throw new Error(`Say what is asked: ${usage}`);
  const questionOf = new Map(articles.map(({ id, question }) => [id, question]));
  const answer = await asker(articles);
  const found = (await answer(text, [])).slice(0, SHOWN);
  if (json) console.log(JSON.stringify(found, null, 2));
  else for (const { id, confidence } of found) console.log(`${confidence.toFixed(2)}  ${questionOf.get(id)}`);
}

const names: ReadonlyArray<keyof Evaluation> = [
  'hit1',
  'hit3',
  'answered',
  'rightOfAnswered',
  'rightOfAll',
  'followUpHit1',
  'msPerQuery',
];

async function measure({ entries, queries, json }: Options): Promise<void> {
  const { articles } = named(entries, 'entries', Articles);
  const rated = named(queries, 'queries', RatedQueries);
  const now = () => performance.now();
  const kineta = await evaluate(rated, await asker(articles), now);
  const bm25 = await evaluate(rated, plainSearch(articles), now);
  if (json) {
    console.log(JSON.stringify({ kineta, bm25 }, null, 2));
    return;
  }
  const row = (name: string, cells: readonly string[]) =>
    console.log(name.padEnd(16) + cells.map(cell => cell.padStart(10)).join(''));
  row('', ['kineta', 'bm25']);
  for (const name of names) row(name, [kineta[name].toFixed(3), bm25[name].toFixed(3)]);
}

const parts: Readonly<Record<string, (options: Options, given: readonly string[]) => Promise<void>>> = {
  ask,
  evaluate: measure,
  import: bringIn,
};

/** What documents answer, as entries; what of them cannot be read is said, and the others are read all the same. */
async function bringIn({ json }: Options, places: readonly string[]): Promise<void> {
  if (places.length === 0) throw new Error(`Say which documents: ${usage}`);
  const articles: Article[] = [];
  for (const place of places) {
    try {
      const { content, given } = await documentAt(place);
      const found = await partsOf(content, given);
      for (const { kind, question, answer, heading } of found)
        articles.push({
          id: String(articles.length + 1),
          question: cut(question, 500),
          answer: cut(answer, 50_000),
          source: heading === '' ? place : `${place} (${heading})`,
          ...(kind === 'passage' ? { kind } : {}),
        });
      if (found.length === 0) console.error(`${place}: nothing was found in it that answers something.`);
    } catch (error) {
      console.error(`${place}: ${(error as Error).message}`);
      process.exitCode = 1;
    }
  }
  if (json) console.log(JSON.stringify({ articles }, null, 2));
  else for (const { question, answer, kind } of articles) console.log(`${kind ? '(passage)' : question}\n${answer}\n`);
}

/**
 * `kineta questions ask --entries E.json "text"`: what is found for a question; `kineta questions evaluate --entries E.json
 * --queries Q.json`: how well rated questions are answered, beside plain BM25; `kineta questions import FILE|URL…`: what documents
 * answer. Exit 2 when a file is none of these, 1 when a document cannot be read.
 */
export async function questions(words: string[]): Promise<void> {
  const { values, positionals } = readWords(words, usage, {
    entries: { type: 'string' },
    queries: { type: 'string' },
    json: { type: 'boolean' },
  });
  const [name = '', ...given] = positionals;
  try {
    if (!Object.hasOwn(parts, name)) throw new Error(`It is used so: ${usage}`);
    await parts[name]!(values, given);
  } catch (error) {
    console.error((error as Error).message);
    process.exitCode = 2;
  }
}

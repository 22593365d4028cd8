/** What takes long of finding answers, on a thread of its own: the encoder, the dictionary, and articles made ready. */
import { availableParallelism } from 'node:os';
import { parentPort } from 'node:worker_threads';
import {
  type Article,
  composedFrom,
  contradictionsIn,
  Finder,
  type IsWord,
  type Meaning,
  meaningOfBytes,
  textsAsked,
} from '@kineta/core';
import { LRUCache } from 'lru-cache';
import { DIMENSIONS } from '../dimensions.ts';
import { type Encoder, englishEncoder } from '../encoder.ts';
import { Unreadable } from '../reading/document.ts';
import { partsOf } from '../reading/readers.ts';
import { englishWords } from '../spelling.ts';
import { Budget } from './budget.ts';
import type { AskName, Asks, FromThread, ToThread } from './messages.ts';

/** So many articles are held ready at most, of all workspaces; who asks for others has them made ready again. */
const MOST_ARTICLES = 60_000;

interface Ready {
  finder: Finder;
  articles: readonly Article[];
  isEnglish: boolean;
}

/** So many texts that visitors wrote are remembered with what they mean: the same is asked again, and what was asked before comes along. */
const MOST_REMEMBERED = 4_000;
/**
 * Where words are so sure of an article, a visitor’s question is not read for its meaning, which would find the same: of 2,600 questions
 * of businesses that nothing was learnt from, words were so sure of one in twenty, and meaning had the same article nearest for each.
 */
const SURE_BY_WORDS = 0.9;

/** What is made when it is first needed, and once; an encoder that could not be made is made anew by who asks next. */
let encoder: Promise<Encoder> | undefined;
function english(): Promise<Encoder> {
  encoder ??= englishEncoder().catch(error => {
    encoder = undefined;
    throw error;
  });
  return encoder;
}
let dictionary: IsWord | undefined;
function words(): IsWord {
  dictionary ??= englishWords();
  return dictionary;
}
const ready = new LRUCache<string, Ready>({
  maxSize: MOST_ARTICLES,
  sizeCalculation: ({ articles }) => articles.length + 1,
});

/**
 * So much of a processor’s time goes into what visitors ask in chats: on a small machine all else that serves them needs the rest. Beyond it
 * words alone are gone by.
 */
const inChats = new Budget(Math.min(0.95, availableParallelism() / 5), 400);

const remembered = new LRUCache<string, Meaning>({ max: MOST_REMEMBERED });
async function meant(texts: readonly string[], onlyRemembered: boolean): Promise<ReadonlyMap<string, Meaning>> {
  const unknown = texts.filter(text => !remembered.has(text));
  if (unknown.length > 0 && !onlyRemembered)
    for (const [at, meaning] of (await (await english()).encode(unknown)).entries())
      remembered.set(unknown[at]!, meaning);
  return new Map(texts.flatMap(text => (remembered.has(text) ? [[text, remembered.get(text)!] as const] : [])));
}

const answers: { [Name in AskName]: (given: Asks[Name]['given'], stoodFor: number) => Promise<Asks[Name]['back']> } = {
  async encode({ texts }) {
    const meanings = new Uint8Array(texts.length * DIMENSIONS);
    for (const [at, { amounts }] of (await (await english()).encode(texts)).entries())
      meanings.set(new Uint8Array(amounts.buffer), at * DIMENSIONS);
    return { meanings };
  },

  async take({ name, language, articles, meanings }) {
    // Who asks before they are read has them taken by words alone; if they were read meanwhile, they stay so.
    if (!meanings && ready.has(name)) return { ready: true };
    const isEnglish = language.toLowerCase().startsWith('en');
    const known = meanings && new Map([...meanings].map(([text, amounts]) => [text, meaningOfBytes(amounts)]));
    const finder = new Finder(articles, language, {
      meaningOf: known ? text => known.get(text) : undefined,
      isWord: isEnglish ? words() : undefined,
    });
    ready.set(name, { finder, articles, isEnglish });
    return { ready: true };
  },

  async drop({ name }) {
    ready.delete(name);
    return { ready: true };
  },

  async find({ name, asked, before, most, explained, patience }, stoodFor) {
    const there = ready.get(name);
    if (!there) return null;
    const { finder, isEnglish } = there;
    const inChat = patience < Number.POSITIVE_INFINITY;
    if (inChat && finder.hasMeaning) {
      const byWords = finder.find(asked, before);
      if ((byWords[0]?.confidence ?? 0) >= SURE_BY_WORDS) return { found: byWords.slice(0, most), byMeaning: false };
    }
    const texts = isEnglish && finder.hasMeaning ? textsAsked(asked, before) : [];
    const meanings = await (inChat
      ? inChats.spend(() => meant(texts, stoodFor >= patience || !inChats.hasRoom))
      : meant(texts, false));
    const meaningOf = (text: string) => meanings.get(text);
    const found = finder.find(asked, before, meaningOf).slice(0, most);
    return {
      found: found.map((one, rank) =>
        rank < explained ? { ...one, reason: finder.reasonOf(asked, one.id, meaningOf)! } : one,
      ),
      byMeaning: texts.length > 0 && texts.every(meaningOf),
    };
  },

  async judge({ written, sources, named, language }) {
    const isWord = language.toLowerCase().startsWith('en') ? words() : undefined;
    return composedFrom(written, sources, { named, language, isWord });
  },

  async contradict({ articles, language }) {
    return contradictionsIn(articles, language);
  },

  async read({ content, name }) {
    try {
      return { parts: await partsOf(Buffer.from(content), { name }) };
    } catch (error) {
      if (error instanceof Unreadable) return { refused: error.message };
      throw error;
    }
  },
};

// One after the other: two at once would take as long together, and both would wait.
let queue: Promise<void> = Promise.resolve();
parentPort!.on('message', ({ id, name, given, at }: ToThread) => {
  queue = queue.then(async () => {
    const answer = answers[name] as (given: unknown, stoodFor: number) => Promise<Asks[AskName]['back']>;
    const reply = async (): Promise<FromThread> => {
      try {
        return { id, back: await answer(given, Date.now() - at) };
      } catch (error) {
        return { id, failed: error instanceof Error ? error.message : String(error) };
      }
    };
    parentPort!.postMessage(await reply());
  });
});

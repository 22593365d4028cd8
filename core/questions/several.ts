import { bare } from '../answers/answer.ts';
import { asksSomething } from '../answers/asking.ts';
import { vocabularyOf } from '../answers/vocabulary/vocabularies.ts';

/** So many questions of one message are looked at. */
const MOST = 3;
/** Who writes more tells a story. */
const LONGEST = 600;
const SENTENCE_ENDS = /(?<=[?？؟!.;])\s+|\n+/u;

/** The parts of a sentence that ask for something each: cut where a word that joins stands before what asks anew. */
function partsOf(sentence: string, language: string): string[] {
  const { asks, bearing } = vocabularyOf(language);
  const parts: string[] = [];
  let from = 0;
  for (const { 0: word, index } of sentence.matchAll(/\p{L}+/gu)) {
    const rest = sentence.slice(index + word.length);
    if (bearing.get(word.toLowerCase())?.is !== 'and' || !asks.test(bare(rest))) continue;
    const front = sentence.slice(from, index);
    if (!asks.test(bare(front))) continue;
    parts.push(front);
    from = index + word.length;
  }
  return [...parts, sentence.slice(from)];
}

/**
 * The questions of a message that asks several, in their order; none of one that asks once, or tells a story around it.
 * @param language BCP 47
 */
export function questionsIn(message: string, language: string): string[] {
  if (message.length > LONGEST) return [];
  const parts = message
    .split(SENTENCE_ENDS)
    .flatMap(sentence => partsOf(sentence, language))
    .map(part => part.replace(/^[\s,]+|[\s,]+$/g, ''))
    .filter(part => asksSomething(part, language));
  return parts.length < 2 ? [] : parts.slice(0, MOST);
}

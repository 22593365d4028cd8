import type { Article } from './article.ts';

/** So much of an answer is one passage, in characters: what an encoder sees of more is a blur. */
const LONGEST = 320;
/** What stands behind so many passages is found by its words alone. */
const MOST = 12;
const SENTENCE = /[^.!?\n]+[.!?]*["”’)]*\s*/g;

/** An answer in passages of whole sentences; a sentence that is longer by itself stands alone. */
export function passagesOf(answer: string): string[] {
  const passages: string[] = [];
  let passage = '';
  for (const [sentence] of answer.matchAll(SENTENCE)) {
    if (passage.length > 0 && passage.length + sentence.length > LONGEST) {
      passages.push(passage.trim());
      passage = '';
    }
    passage += sentence;
  }
  passages.push(passage.trim());
  return passages.filter(Boolean).slice(0, MOST);
}

/** The texts whose meaning stands for an article: what it is asked by, and each passage of its answer behind its question. */
export function textsOf({ question, wordings = [], answer }: Article): { asked: string[]; told: string[] } {
  return {
    asked: [question, ...wordings].filter(Boolean),
    told: passagesOf(answer).map(passage => `${question} ${passage}`.trim()),
  };
}

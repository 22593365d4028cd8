/** What words stand for: “adviser” for a person, “transfer” for passing on. */
export type Kinds = Readonly<Record<string, string>>;

/** So many words of a clause are looked at. */
const WORDS = 40;
/** How many telling words on another may stand to be seen together with one. */
const REACH = 4;
/** What a word is that stands for nothing. */
const OTHER = '·';

/**
 * What there is to see in a clause, each once, by which a clause is judged (`judged`): its words, two words beside each
 * other, the kinds of two beside each other, and of two telling ones with others between (`WANT…PERSON`). `^` stands before
 * the first word and `$` behind the last, so that what begins or ends a clause is seen too.
 * @param words bare words (`bare`)
 */
export function marksOf(words: readonly string[], kinds: Kinds): Set<string> {
  const looked = words.slice(0, WORDS);
  const kindOf = (word: string): string => (Object.hasOwn(kinds, word) ? kinds[word]! : OTHER);
  const marks = new Set<string>(['', ...looked]);
  const between = ['^', ...looked, '$'];
  for (let at = 1; at < between.length; at++) {
    const [before, word] = [between[at - 1]!, between[at]!];
    marks.add(`${before} ${word}`);
    marks.add(`${before === '^' ? before : kindOf(before)} ${word === '$' ? word : kindOf(word)}`);
  }
  const telling = looked.map(kindOf).filter(kind => kind !== OTHER && kind === kind.toUpperCase());
  for (let at = 0; at < telling.length; at++)
    for (const behind of telling.slice(at + 1, at + 1 + REACH)) marks.add(`${telling[at]}…${behind}`);
  return marks;
}

/** How much each mark speaks for what is looked for, in tenths; what is not there says nothing. */
export type Weights = Readonly<Record<string, number>>;

/** How much speaks for it in all, in tenths: above nothing, it is meant more likely than not. */
export function judged(words: readonly string[], kinds: Kinds, weights: Weights): number {
  let sum = 0;
  for (const mark of marksOf(words, kinds)) if (Object.hasOwn(weights, mark)) sum += weights[mark]!;
  return sum;
}

import type { Vocabulary } from './vocabulary/vocabulary.ts';

/** What a word of an answer is, as far as it bears on an amount; what does not is other. Only numbers and scales have a value. */
export interface Bearing {
  is:
    | 'digits'
    | 'number'
    | 'scale'
    | 'hundred'
    | 'dozen'
    | 'half'
    | 'quarter'
    | 'and'
    | 'article'
    | 'of'
    | 'point'
    | 'other';
  value: number;
}

/** A word of an answer with where it stands. */
export interface Token extends Bearing {
  at: number;
  end: number;
}

export const OTHER: Bearing = { is: 'other', value: 0 };

/** What the words of a language are for an amount, those that are anything. */
export function bearingOf({ numbers, multipliers, hundred, dozen, fractions }: Vocabulary): Map<string, Bearing> {
  const kinds = { ...fractions, dozen: [dozen], hundred: [hundred] };
  return new Map<string, Bearing>([
    ...Object.entries(kinds).flatMap(([is, words]) =>
      words.map(word => [word, { is: is as Bearing['is'], value: 0 }] as const),
    ),
    ...Object.entries(multipliers).map(([word, value]) => [word, { is: 'scale' as const, value }] as const),
    ...Object.entries(numbers).map(([word, value]) => [word, { is: 'number' as const, value }] as const),
  ]);
}

const COUNTED: ReadonlySet<Token['is']> = new Set(['digits', 'number', 'hundred', 'dozen', 'half', 'quarter', 'scale']);
/** How many words an amount has at most: “nine hundred and ninety nine thousand nine hundred and ninety nine” has eleven. */
const LONGEST = 14;

const fractionOf = (token: Token | undefined): number | undefined =>
  token?.is === 'half' ? 0.5 : token?.is === 'quarter' ? 0.25 : undefined;

/** The fraction that begins at a place: “a half”, “three quarters”; and where it ends. */
function fraction(tokens: readonly Token[], from: number): { value: number; next: number } | undefined {
  const first = tokens[from];
  const plain = fractionOf(first);
  if (plain !== undefined) return { value: plain, next: from + 1 };
  const after = fractionOf(tokens[from + 1]);
  if (after === undefined || !first) return undefined;
  if (first.is === 'article') return { value: after, next: from + 2 };
  if (first.is === 'number' && first.value > 0 && first.value * after < 1)
    return { value: first.value * after, next: from + 2 };
  return undefined;
}

/**
 * What words that follow each other come to as one amount, all of them: “two and a half thousand”, “5 hundred and ten”,
 * “three point five”. What no amount is made of, such as “two three”, is none.
 */
function worth(tokens: readonly Token[]): number | undefined {
  let total = 0;
  let group: number | undefined;
  let last: 'nothing' | 'tens' | 'unit' | 'digits' | 'hundred' | 'fraction' | 'dozen' | 'scale' = 'nothing';
  let scale = Number.POSITIVE_INFINITY;
  let open = false;
  for (let index = 0; index < tokens.length; ) {
    const token = tokens[index]!;
    const part = fraction(tokens, index);
    // “three quarters” is a fraction; “three” with “and a quarter” behind it is not.
    if (part && (last === 'nothing' || open)) {
      // Whether “a dozen and a half” is of one or of a dozen nobody knows.
      if (last === 'dozen') return undefined;
      if (last === 'scale') total += part.value * scale;
      else group = (group ?? 0) + part.value;
      last = last === 'scale' ? 'scale' : 'fraction';
      open = false;
      index = part.next;
      // “a quarter of a million”
      if (tokens[index]?.is === 'of' && tokens[index + 1]?.is === 'article') index++;
      if (last === 'scale' && index < tokens.length) return undefined;
      // “half a million”
      if (tokens[index]?.is === 'article' && ['hundred', 'dozen', 'scale'].includes(tokens[index + 1]?.is ?? ''))
        index++;
      continue;
    }
    index++;
    switch (token.is) {
      case 'number':
      case 'digits':
        if (group === undefined) group = token.value;
        else if (last === 'tens' && token.is === 'number' && token.value > 0 && token.value < 10) group += token.value;
        else if (last === 'hundred' && token.value < 100) group += token.value;
        else return undefined;
        last = token.is === 'digits' ? 'digits' : token.value >= 20 && token.value % 10 === 0 ? 'tens' : 'unit';
        open = false;
        break;
      case 'hundred':
        if (group === undefined || last === 'hundred' || last === 'dozen' || (last !== 'digits' && group >= 100))
          return undefined;
        group *= 100;
        last = 'hundred';
        break;
      case 'dozen':
        if (last === 'hundred' || last === 'dozen' || last === 'scale') return undefined;
        group = (group ?? 1) * 12;
        last = 'dozen';
        break;
      case 'scale':
        if (group === undefined || token.value >= scale) return undefined;
        total += group * token.value;
        group = undefined;
        scale = token.value;
        last = 'scale';
        break;
      case 'article':
        if (group !== undefined || !['hundred', 'dozen', 'scale'].includes(tokens[index]?.is ?? '')) return undefined;
        if (tokens[index]?.is !== 'dozen') group = 1;
        break;
      case 'and':
        if (open || index === tokens.length) return undefined;
        if (last !== 'hundred' && last !== 'scale' && fraction(tokens, index) === undefined) return undefined;
        if (last === 'nothing') return undefined;
        open = true;
        break;
      case 'point': {
        let decimals = '';
        for (; index < tokens.length; index++) {
          const next = tokens[index]!;
          if ((next.is !== 'number' && next.is !== 'digits') || next.value > 9 || next.value % 1 !== 0) break;
          decimals += next.value;
        }
        if (decimals === '' || (group !== undefined && group % 1 !== 0)) return undefined;
        group = (group ?? 0) + Number(`0.${decimals}`);
        last = 'digits';
        break;
      }
      default:
        return undefined;
    }
  }
  if (open || last === 'nothing') return undefined;
  return total + (group ?? 0);
}

/** An amount that was found: what it comes to, which tokens it is made of, and what it was multiplied by in the end. */
export interface Amount {
  value: number;
  from: number;
  to: number;
  scale: number | undefined;
}

/**
 * The amounts in an answer, each as long as it can be.
 * @returns undefined when a word of a number belongs to none of them, so that it is not known what was meant
 */
export function amountsIn(tokens: readonly Token[]): Amount[] | undefined {
  const found: Amount[] = [];
  for (let from = 0; from < tokens.length; ) {
    const token = tokens[from]!;
    const begins = COUNTED.has(token.is) || token.is === 'article' || token.is === 'point';
    let amount: Amount | undefined;
    if (begins) {
      let end = from;
      while (end < tokens.length && end < from + LONGEST && tokens[end]!.is !== 'other') end++;
      for (let to = end; to > from && !amount; to--) {
        const value = worth(tokens.slice(from, to));
        const last = tokens[to - 1]!;
        if (value !== undefined)
          amount = {
            value,
            from,
            to,
            scale: last.is === 'scale' ? last.value : last.is === 'hundred' ? 100 : undefined,
          };
      }
    }
    if (amount) {
      found.push(amount);
      from = amount.to;
    } else if (COUNTED.has(token.is)) return undefined;
    else from++;
  }
  return found;
}

/** What a text means, as an encoder of sentences sees it: a direction, each amount from -127 to 127, and how long it is as a vector. */
export interface Meaning {
  amounts: Int8Array;
  length: number;
}

/** What texts mean; of one that was not looked at yet, or of none while no encoder is there, nothing is known. */
export type MeaningOf = (text: string) => Meaning | undefined;

const MOST = 127;

/** The meaning that an encoder's vector tells of, in a byte for each number: the angles between them stay within a hundredth. */
export function meaningOf(vector: ArrayLike<number>): Meaning {
  let most = 0;
  for (let at = 0; at < vector.length; at++) most = Math.max(most, Math.abs(vector[at]!));
  const scale = most === 0 ? 0 : MOST / most;
  return meaningOfBytes(Int8Array.from(vector, amount => Math.round(amount * scale)));
}

/** The meaning that was kept as bytes. */
export function meaningOfBytes(amounts: Int8Array): Meaning {
  let squares = 0;
  for (const amount of amounts) squares += amount * amount;
  return { amounts, length: Math.sqrt(squares) };
}

/** What two texts mean together, each for as much: about what an encoder sees in the one behind the other. */
export function together(one: Meaning, other: Meaning): Meaning {
  const amounts = new Float64Array(one.amounts.length);
  for (const { amounts: own, length } of [one, other])
    for (let at = 0; at < own.length; at++) amounts[at]! += own[at]! / (length || 1);
  return meaningOf(amounts);
}

/** How near two meanings are: the cosine of the angle between them, 1 for the same. */
export function likeness(one: Meaning, other: Meaning): number {
  const lengths = one.length * other.length;
  if (lengths === 0) return 0;
  const mine = one.amounts;
  const theirs = other.amounts;
  let sum = 0;
  for (let at = 0; at < mine.length; at++) sum += mine[at]! * theirs[at]!;
  return sum / lengths;
}

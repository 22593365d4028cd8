/** One figure of a benchmark, beside what it is held against. */
export interface Result {
  name: string;
  value: number;
  unit: string;
  /** What the reference is, and its figure in the same unit. */
  reference: string;
  referenceValue: number;
  /** Ours over the reference’s; ours as it is where that is nothing. */
  ratio: number;
  /** What must hold, in words. */
  bound: string;
  holds: boolean;
}

const tidy = (value: number): number => (Math.abs(value) >= 100 ? Math.round(value) : Number(value.toPrecision(3)));

export function result(
  name: string,
  value: number,
  unit: string,
  reference: { name: string; value: number },
  bound: { words: string; holds: boolean },
): Result {
  return {
    name,
    value: tidy(value),
    unit,
    reference: reference.name,
    referenceValue: tidy(reference.value),
    ratio: tidy(reference.value === 0 ? value : value / reference.value),
    bound: bound.words,
    holds: bound.holds,
  };
}

/** The value below which the given share of the sorted values lies. */
export function percentile(sorted: readonly number[], share: number): number {
  return sorted[Math.min(sorted.length - 1, Math.ceil(sorted.length * share) - 1)] ?? Number.NaN;
}

import { dequal } from 'dequal/lite';
import { type Condition, type ConditionPart, type Row, rowTest } from './condition.ts';
import type { Value } from './fact.ts';

/** The values that a fact may have when it is known: some of a few, or numbers between two bounds, or whatever. */
export interface Values {
  among: readonly Value[] | null;
  low: number;
  high: number;
  /** Whether the bounds themselves are out. */
  lowOut: boolean;
  highOut: boolean;
}

/** What can be said of a fact at a place of a flow, for every visitor who may come there. */
export interface Known {
  /** Whether it may be not known. */
  open: boolean;
  /** Null when it cannot be known. */
  values: Values | null;
}

/**
 * What can be said of each fact; of a fact that is not named, nothing can. It never changes. All that is learnt from
 * one shares its numbers for the facts, so that a copy, of which checking makes very many, is a copy of an array.
 */
export class Knowledge {
  private readonly places: Map<string, number>;
  private readonly knowns: ReadonlyArray<Known | undefined>;

  private constructor(places: Map<string, number>, knowns: ReadonlyArray<Known | undefined>) {
    this.places = places;
    this.knowns = knowns;
  }

  static of(facts: Iterable<readonly [fact: string, known: Known]> = []): Knowledge {
    const all = new Map(facts);
    return new Knowledge(new Map([...all.keys()].map((fact, place) => [fact, place])), [...all.values()]);
  }

  get(fact: string): Known | undefined {
    const place = this.places.get(fact);
    return place === undefined ? undefined : this.knowns[place];
  }

  /** The facts of which something can be said. */
  facts(): string[] {
    return [...this.places.keys()].filter(fact => this.get(fact) !== undefined);
  }

  /** This with one fact known anew; the same one when that says nothing new. */
  with(fact: string, known: Known): Knowledge {
    let place = this.places.get(fact);
    const before = place === undefined ? undefined : this.knowns[place];
    if (before && sameKnown(before, known)) return this;
    if (place === undefined) {
      place = this.places.size;
      this.places.set(fact, place);
    }
    const knowns = this.knowns.slice();
    // No holes: what others have learnt in the meantime is not known here.
    while (knowns.length < place) knowns.push(undefined);
    knowns[place] = known;
    return new Knowledge(this.places, knowns);
  }

  /** What is known when either this is or another; this itself when the other says nothing that it does not. */
  or(other: Knowledge): Knowledge {
    if (this === other) return this;
    // Made only when something differs, which it mostly does not.
    let both: Array<Known | undefined> | undefined;
    const add = (place: number, there: Known | undefined): void => {
      const here = this.knowns[place];
      if (here === there || !here) return;
      const either = there && joined(here, there);
      if (either === here) return;
      both ??= this.knowns.slice();
      both[place] = either;
    };
    if (this.places === other.places)
      for (let place = 0; place < this.knowns.length; place++) add(place, other.knowns[place]);
    else for (const [fact, place] of this.places) add(place, other.get(fact));
    return both ? new Knowledge(this.places, both) : this;
  }
}

export const anything: Values = { among: null, low: -Infinity, high: Infinity, lowOut: true, highOut: true };
const MOST_AMONG = 100;

export function oneOf(values: readonly Value[]): Values {
  return { ...anything, among: values };
}

const somehowKnown: Known = { open: false, values: anything };
export const known = (values?: Values): Known => (values ? { open: false, values } : somehowKnown);
export const unknown: Known = { open: true, values: null };
const nothingSaid: Known = { open: true, values: anything };

export function knownOf(knowledge: Knowledge, fact: string): Known {
  return knowledge.get(fact) ?? nothingSaid;
}

const sameKnown = (a: Known, b: Known): boolean =>
  a === b || (a.open === b.open && (a.values === b.values || dequal(a.values, b.values)));

function isEmpty({ among, low, high, lowOut, highOut }: Values): boolean {
  return among ? among.length === 0 : low > high || (low === high && low !== -Infinity && (lowOut || highOut));
}

const atLeast = (values: Values, low: number, lowOut: boolean): Values =>
  low > values.low || (low === values.low && lowOut) ? { ...values, low, lowOut } : values;
const atMost = (values: Values, high: number, highOut: boolean): Values =>
  high < values.high || (high === values.high && highOut) ? { ...values, high, highOut } : values;

/** The values for which a row holds, or does not. Where that cannot be told of some, they stay. */
function narrowed(values: Values, row: Row, holds: boolean): Values | null {
  let left = values;
  if (values.among) {
    const test = rowTest(row);
    left = { ...values, among: values.among.filter(value => test({ [row.fact]: value }) === holds) };
  } else if (typeof row.value === 'number') {
    const { value } = row;
    const wanted = holds ? row.is : opposite[row.is];
    if (wanted === 'is more than') left = atLeast(values, value, true);
    else if (wanted === 'is at least') left = atLeast(values, value, false);
    else if (wanted === 'is less than') left = atMost(values, value, true);
    else if (wanted === 'is at most') left = atMost(values, value, false);
    else if (wanted === 'is') left = atMost(atLeast(values, value, false), value, false);
  } else if (row.value !== undefined && ((row.is === 'is' && holds) || (row.is === 'is not' && !holds)))
    left = oneOf([row.value]);
  return isEmpty(left) ? null : left;
}

const opposite: Partial<Record<Row['is'], Row['is']>> = {
  is: 'is not',
  'is not': 'is',
  'is more than': 'is at most',
  'is at least': 'is less than',
  'is less than': 'is at least',
  'is at most': 'is more than',
};

function rowGiven(before: Known, row: Row, holds: boolean): Known | null {
  const open = { open: before.open, values: null };
  switch (row.is) {
    case 'is known':
    case 'is not known':
      if ((row.is === 'is known') === holds) return before.values ? { open: false, values: before.values } : null;
      return before.open ? unknown : null;
    default: {
      if (row.value === undefined) return holds ? null : before;
      const values = before.values && narrowed(before.values, row, holds);
      // What is not known is compared with nothing; only “is not” holds of it.
      const stays = (row.is === 'is not') === holds && before.open;
      if (!stays) return values ? { open: false, values } : null;
      return values ? { open: true, values } : open;
    }
  }
}

/**
 * What is known where a condition holds, or where it does not.
 * @returns null when it never does
 */
export function given(knowledge: Knowledge, condition: Condition | ConditionPart, holds: boolean): Knowledge | null {
  if ('formula' in condition) return knowledge;
  if ('fact' in condition) {
    const row = rowGiven(knownOf(knowledge, condition.fact), condition, holds);
    return row && knowledge.with(condition.fact, row);
  }
  if ('not' in condition) return given(knowledge, condition.not, !holds);
  const parts = 'all' in condition ? condition.all : condition.any;
  if ('all' in condition === holds) {
    let left: Knowledge | null = knowledge;
    for (const part of parts) left = left && given(left, part, holds);
    return left;
  }
  let either: Knowledge | null = null;
  for (const part of parts) {
    const one = given(knowledge, part, holds);
    either = one && either ? either.or(one) : (one ?? either);
  }
  return either;
}

/** What can be said of a fact of which one of two things can; the first of them when the other adds nothing. */
function joined(a: Known, b: Known): Known {
  const open = a.open || b.open;
  const values = joinedValues(a.values, b.values);
  return open === a.open && values === a.values ? a : { open, values };
}

/** The values of either; the first of them when the other adds none. */
function joinedValues(a: Values | null, b: Values | null): Values | null {
  if (a === b || !b) return a;
  if (!a) return b;
  if (a.among && b.among) {
    const { among } = a;
    const more = b.among.filter(value => !among.some(other => other === value || dequal(other, value)));
    if (more.length === 0) return a;
    if (among.length + more.length <= MOST_AMONG) return oneOf([...among, ...more]);
  }
  const [left, right] = [spread(a), spread(b)];
  const all = {
    among: null,
    low: Math.min(left.low, right.low),
    high: Math.max(left.high, right.high),
    lowOut: left.low === right.low ? left.lowOut && right.lowOut : left.low < right.low ? left.lowOut : right.lowOut,
    highOut:
      left.high === right.high ? left.highOut && right.highOut : left.high > right.high ? left.highOut : right.highOut,
  };
  return dequal(a, all) ? a : all;
}

/** Values as bounds: a few numbers lie between the least and the greatest. */
function spread(values: Values): Values {
  const numbers = values.among?.filter(value => typeof value === 'number');
  if (!values.among || !numbers || numbers.length < values.among.length) return values.among ? anything : values;
  return { among: null, low: Math.min(...numbers), high: Math.max(...numbers), lowOut: false, highOut: false };
}

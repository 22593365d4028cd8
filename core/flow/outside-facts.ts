import { type Fact, type Facts, fits, held, Value } from '../facts/fact.ts';
import { factTyped } from './correction.ts';
import type { World } from './world.ts';

/**
 * Who sets a fact from outside. A link may have been written by anybody and sent to somebody else; a page’s own script is the
 * site’s; and what whoever signs visitors in says of them is proved.
 */
export type Outside = 'link' | 'page' | 'token';

/** How such facts are given: by the facts’ names, as texts to be understood or as values that they can hold. */
export type GivenFacts = Readonly<Record<string, unknown>>;

/** A fact with the value that it has from outside. */
export interface OutsideFact {
  fact: Fact;
  value: Value;
}

/** Whether a fact may be set by somebody outside. Who somebody is, no link says: it may have been sent to somebody else. */
export function maySet({ outside, scope, person, type }: Fact, by: Outside): boolean {
  if (!outside || scope === 'business' || scope === 'visit' || type === 'file') return false;
  return by !== 'link' || (person === undefined && type !== 'email' && type !== 'phone');
}

function understoodOf(given: unknown, fact: Fact, world: World): Value | undefined {
  if (typeof given === 'string') return factTyped(given, fact, world);
  const read = Value.safeParse(given);
  if (!read.success || !fits(read.data, fact.type)) return undefined;
  return held(read.data, fact.type, world.locale.currency);
}

/**
 * What of the facts given from outside a flow takes: those that it says may be set so, with values that they can hold. A text is
 * understood as if a visitor had typed it for that fact; the rest is as if it had not been given.
 * @param facts what the flow knows
 * @param given by the facts’ names, whatever stands there
 */
export function fromOutside(facts: readonly Fact[], given: GivenFacts, by: Outside, world: World): OutsideFact[] {
  return facts.flatMap(fact => {
    if (!Object.hasOwn(given, fact.name) || !maySet(fact, by)) return [];
    const value = understoodOf(given[fact.name], fact, world);
    return value === undefined ? [] : [{ fact, value }];
  });
}

/** Who somebody is, as whoever signs them in says it. */
export interface Customer {
  name?: string | undefined;
  email?: string | undefined;
  phone?: string | undefined;
  /** Whatever else is said of them, by the facts’ names. */
  facts?: GivenFacts | undefined;
}

/** The same of somebody who is signed in: who they are is known by the facts that the flow says are that, whoever may set those. */
export function ofCustomer(facts: readonly Fact[], customer: Customer, world: World): OutsideFact[] {
  const who = facts.flatMap((fact): OutsideFact[] => {
    const given = fact.person === undefined ? undefined : customer[fact.person];
    const value = given === undefined ? undefined : factTyped(given, fact, world);
    return value === undefined ? [] : [{ fact, value }];
  });
  const others = fromOutside(facts, customer.facts ?? {}, 'token', world);
  return [...who, ...others.filter(({ fact }) => !who.some(known => known.fact.name === fact.name))];
}

/** Those of which something else, or nothing, was known. */
export function newFrom(known: Facts, given: readonly OutsideFact[]): OutsideFact[] {
  return given.filter(({ fact, value }) => JSON.stringify(known[fact.name]) !== JSON.stringify(value));
}

import {
  type Fact,
  type Facts,
  type Flow,
  fromOutside,
  type GivenFacts,
  newFrom,
  type Outside,
  type OutsideFact,
  ofCustomer,
  type PersonPart,
  type World,
} from '@kineta/core';
import type { SignedVisitor } from '../house/ports.ts';

/** What is told of a visitor from outside: by the link that they followed, by the page’s own script, and by who signs them in. */
export interface Told {
  link: GivenFacts;
  page: GivenFacts;
  customer?: SignedVisitor | undefined;
  /** What the page says fills gaps alone: it was said before what is known now. */
  fills?: true;
}

/** Facts that were told by one of these. */
export interface ToldBy {
  by: Outside;
  facts: OutsideFact[];
}

/** Who somebody is, by the facts that a flow says are that. */
export function namedBy(facts: readonly Fact[], who: Partial<Record<PersonPart, string | undefined>>): Facts {
  return Object.fromEntries(
    facts.flatMap(({ name, person }) => {
      const value = person && who[person];
      return value === undefined ? [] : [[name, value]];
    }),
  );
}

/**
 * What of that a flow takes, as far as something else, or nothing, was known: what is proved goes before what the page says, and
 * that before what a link does.
 */
export function takenFrom(edition: Flow, { link, page, customer, fills }: Told, known: Facts, world: World): ToldBy[] {
  const taken = new Set<string>();
  const first = (by: Outside, facts: readonly OutsideFact[]): ToldBy[] => {
    const own = facts.filter(({ fact }) => !taken.has(fact.name));
    for (const { fact } of own) taken.add(fact.name);
    const fresh = newFrom(known, own);
    return fresh.length > 0 ? [{ by, facts: fresh }] : [];
  };
  return [
    ...(customer ? first('token', ofCustomer(edition.facts, customer, world)) : []),
    ...first(
      'page',
      fromOutside(edition.facts, page, 'page', world).filter(({ fact }) => !fills || known[fact.name] === undefined),
    ),
    ...first('link', fromOutside(edition.facts, link, 'link', world)),
  ];
}

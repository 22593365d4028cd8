import { type Fact, type PersonPart, personTypes } from './fact.ts';

/** What of a person’s record a fact of this type can be; undefined when it can be none. */
export function personPartOf({ type }: Pick<Fact, 'type'>): PersonPart | undefined {
  return (Object.keys(personTypes) as PersonPart[]).find(part => personTypes[part] === type);
}

/**
 * A fact as it fits among others: only what is remembered for the person can be their name, email or phone number, and
 * only of the right type. An email address or phone number that is remembered is theirs, as long as no other fact is; a
 * name never is before somebody says so, as a text may be anything.
 */
export function fittedFact(fact: Fact, others: readonly Fact[]): Fact {
  const { person, ...rest } = fact;
  const part = personPartOf(fact);
  if (fact.scope !== 'visitor' || part === undefined) return rest;
  if (person !== undefined) return person === part ? fact : rest;
  return part !== 'name' && !others.some(other => other.person === part) ? { ...rest, person: part } : rest;
}

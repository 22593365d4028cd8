import type { ReachAsked } from '@kineta/contract';
import { cut, type Fact, type Facts, fits, maySet, Value, type Visit } from '@kineta/core';
import type { SignedVisitor } from '../../house/ports.ts';

/** How a visit came about, from what its page told of it. */
export function visitFrom(
  {
    page,
    device,
    language,
    referrer,
    visits,
  }: Pick<ReachAsked, 'page' | 'device' | 'language' | 'referrer' | 'visits'>,
  knownPerson: boolean,
): Visit {
  const address = URL.canParse(page, 'https://site.example') ? new URL(page, 'https://site.example') : undefined;
  const from = URL.canParse(referrer) ? new URL(referrer) : undefined;
  return {
    page: cut(`${address?.pathname ?? '/'}${address?.search ?? ''}`, 500),
    device,
    language: language || 'en',
    // From which of its own pages they came is not where they came from.
    referrer: from && from.origin !== address?.origin ? cut(from.host, 200) : '',
    campaign: cut(address?.searchParams.get('utm_campaign') ?? '', 100),
    returning: visits > 1,
    knownPerson,
  };
}

/** What a site says of whom it signs in, by the facts that flows know. */
export function saidOf(facts: readonly Fact[], customer: SignedVisitor): Facts {
  return Object.fromEntries(
    facts.flatMap(fact => {
      const said =
        (fact.person && customer[fact.person]) ?? (maySet(fact, 'token') ? customer.facts?.[fact.name] : undefined);
      const value = Value.safeParse(said);
      return value.success && fits(value.data, fact.type) ? [[fact.name, value.data]] : [];
    }),
  );
}

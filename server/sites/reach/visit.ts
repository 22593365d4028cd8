import type { ReachAsked } from '@kineta/contract';
import { cut, type Visit } from '@kineta/core';

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

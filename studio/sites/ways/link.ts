import { FACT_IN_LINK, type Fact, REFERENCE } from '@kineta/core';

/**
 * A link into a flow, with what it says of whoever follows it.
 * @param page the address that the chat stands on
 * @param reference by which it leads in; null for whatever is met there
 * @param facts as they are written in the link; the empty are left out
 */
export function linkTo(page: string, reference: string | null, facts: Readonly<Record<string, string>>): string {
  const address = new URL(page);
  if (reference !== null) address.searchParams.set(REFERENCE, reference);
  for (const [name, value] of Object.entries(facts))
    if (value.trim() !== '') address.searchParams.set(FACT_IN_LINK + name, value.trim());
  return address.href;
}

/** A page of a site by its path, or its whole address; null where it is none of that site’s. */
export function pageOn(origin: string, path: string): string | null {
  const address = URL.canParse(path, origin) ? new URL(path, origin) : undefined;
  return address?.origin === origin ? address.href : null;
}

/** What may be picked for a fact; undefined where it is written. */
export function picksFor({ type, choices }: Fact): readonly string[] | undefined {
  if (type === 'yes/no') return ['yes', 'no'];
  return type === 'choice' && choices && choices.length > 0 ? choices : undefined;
}

/** How a fact is written: by the type of its input. */
export function inputFor({ type }: Fact): 'number' | 'date' | 'text' {
  if (type === 'number' || type === 'money') return 'number';
  return type === 'date' ? 'date' : 'text';
}

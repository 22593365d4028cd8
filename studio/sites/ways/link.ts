import type { Fact } from '@kineta/core';

/** What stands in front of a fact’s name in a link. */
const BEFORE = 'kineta.';

/**
 * A link into a flow, with what it says of whoever follows it.
 * @param page the address that the chat stands on
 * @param reference by which it leads in; null for whatever is met there
 * @param facts as they are written in the link; the empty are left out
 */
export function linkTo(page: string, reference: string | null, facts: Readonly<Record<string, string>>): string {
  const address = new URL(page);
  if (reference !== null) address.searchParams.set('kineta', reference);
  for (const [name, value] of Object.entries(facts))
    if (value.trim() !== '') address.searchParams.set(BEFORE + name, value.trim());
  return address.href;
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

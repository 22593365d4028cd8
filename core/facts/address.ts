/** What a link leads in by, as `?kineta=letter-26`. */
export const REFERENCE = 'kineta';
/** What stands in front of a fact’s name in a link that says something of whoever follows it, as `?kineta.rooms=4`. */
export const FACT_IN_LINK = 'kineta.';

/** A part of an address as it is meant; as it stands, where it is not well written. */
export function decoded(text: string): string {
  try {
    return decodeURIComponent(text.replaceAll('+', ' '));
  } catch {
    return text;
  }
}

/** By what link somebody came, as the page’s address says it; undefined without one. @param search from its question mark on */
export function referenceIn(search: string): string | undefined {
  if (!search.includes(`${REFERENCE}=`)) return undefined;
  const pair = search
    .slice(1)
    .split('&')
    .find(one => one.startsWith(`${REFERENCE}=`));
  return pair === undefined ? undefined : decoded(pair.slice(REFERENCE.length + 1));
}

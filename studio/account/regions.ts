import currencies from 'country-to-currency';

const names = new Intl.DisplayNames(undefined, { type: 'region' });
const currencyNames = new Intl.DisplayNames(undefined, { type: 'currency' });
const languageNames = new Intl.DisplayNames(undefined, { type: 'language' });

const nameOf = (of: Intl.DisplayNames, code: string): string => {
  try {
    return of.of(code) ?? code;
  } catch {
    return code;
  }
};
const byName = (a: { name: string }, b: { name: string }): number => a.name.localeCompare(b.name);

/** The countries (ISO 3166-1) by their names in the browser’s language. */
export const countries = Object.keys(currencies)
  .map(code => ({ code, name: nameOf(names, code) }))
  .toSorted(byName);

/** The currencies (ISO 4217) that are used somewhere. */
export const currencyList = [...new Set(Object.values(currencies))]
  .map(code => ({ code, name: `${nameOf(currencyNames, code)} (${code})` }))
  .toSorted(byName);

/** The time zones (IANA). Browsers keep UTC out of their list, where a machine may well be in it. */
export const zones: readonly string[] = [...new Set([...Intl.supportedValuesOf('timeZone'), 'UTC'])];

/** How most of a country writes (BCP 47), by the likely subtags of Unicode’s CLDR. */
function languageOf(country: string): string {
  const { language, region } = new Intl.Locale(`und-${country}`).maximize();
  return `${language}-${region}`;
}

/** Ways of writing that are proposed: those of most of each country; any other may be one’s browser’s. */
const written = Object.keys(currencies).map(languageOf);
export const languages = (own: string): Array<{ code: string; name: string }> =>
  [...new Set([own, ...written])].map(code => ({ code, name: nameOf(languageNames, code) })).toSorted(byName);

/** What a browser lets one guess of where a business is and how it writes. */
export function proposedRegion(
  language = navigator.language,
  zone = new Intl.DateTimeFormat().resolvedOptions().timeZone,
): { country: string; zone: string; language: string; currency: string } {
  const region = new Intl.Locale(language).maximize().region ?? 'GB';
  const country = Object.hasOwn(currencies, region) ? region : 'GB';
  const currency = (currencies as Record<string, string>)[country] ?? 'GBP';
  return { country, zone: zones.includes(zone) ? zone : 'UTC', language, currency };
}

/** How most of a country writes and what it pays with, and its time zones where the browser knows them. */
export function regionOf(country: string): {
  language: string;
  currency: string | undefined;
  zones: readonly string[];
} {
  // Not of every browser yet, and not of the library of types.
  const locale = new Intl.Locale(`und-${country}`) as Intl.Locale & {
    getTimeZones?: () => readonly string[] | undefined;
  };
  return {
    language: languageOf(country),
    currency: (currencies as Record<string, string>)[country],
    zones: locale.getTimeZones?.() ?? [],
  };
}

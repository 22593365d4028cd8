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

export const zones: readonly string[] = Intl.supportedValuesOf('timeZone');

/** Ways of writing that are proposed; any other BCP 47 tag may be one’s browser’s. */
const written = ['en-GB', 'en-US', 'en-IE', 'en-AU', 'de-DE', 'es-ES', 'fr-FR', 'it-IT', 'nl-NL', 'pl-PL', 'pt-PT'];
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

/** The currency of a country. */
export const currencyOf = (country: string): string | undefined => (currencies as Record<string, string>)[country];

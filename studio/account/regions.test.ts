import { expect, test } from 'vitest';
import { countries, currencyList, languages, proposedRegion, regionOf, zones } from './regions.ts';

test('what is proposed can be chosen, wherever the browser is', () => {
  for (const zone of ['UTC', 'Europe/London', 'Etc/Nowhere']) {
    const { country, zone: proposed, language, currency } = proposedRegion('en-GB', zone);
    expect(countries.map(({ code }) => code)).toContain(country);
    expect(zones).toContain(proposed);
    expect(languages('en-GB').map(({ code }) => code)).toContain(language);
    expect(currencyList.map(({ code }) => code)).toContain(currency);
  }
});

test('every country has a language and a currency of the lists', () => {
  const written = new Set(languages('en-GB').map(({ code }) => code));
  const paid = new Set<string | undefined>(currencyList.map(({ code }) => code));
  expect(countries.filter(({ code }) => !written.has(regionOf(code).language))).toEqual([]);
  expect(countries.filter(({ code }) => !paid.has(regionOf(code).currency))).toEqual([]);
});

test('a country brings its own', () => {
  expect(regionOf('DE')).toMatchObject({ language: 'de-DE', currency: 'EUR' });
  expect(regionOf('GB')).toMatchObject({ language: 'en-GB', currency: 'GBP' });
});

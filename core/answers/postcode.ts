import { postcodeValidator, postcodeValidatorExistsForCountry } from 'postcode-validator';
import { tidy, type Understanding } from './answer.ts';
import { vocabularyOf } from './vocabulary/vocabularies.ts';

/**
 * Understands a postcode of a country, however its letters and spaces were typed.
 * @param country ISO 3166 code
 * @returns the postcode as that country writes it: “TX4 2QD”, “1012 AB”
 */
export function understandPostcode(text: string, language: string, country: string): Understanding {
  const clean = tidy(text).replace(vocabularyOf(language).aroundPostcode, '').trim().toUpperCase();
  if (clean === '') return { unclear: 'empty' };
  if (!postcodeValidatorExistsForCountry(country))
    return /^[A-Z0-9][A-Z0-9 -]{1,10}$/.test(clean) ? { value: clean } : { unclear: 'no match' };
  const joined = clean.replace(/[\s.-]/g, '');
  // The same code may be typed together or apart; the first spelling that the country knows is kept.
  const spellings =
    country === 'GB'
      ? [`${joined.slice(0, -3)} ${joined.slice(-3)}`]
      : [
          ...[3, 4, 5].map(at => `${joined.slice(0, at)} ${joined.slice(at)}`),
          `${joined.slice(0, 5)}-${joined.slice(5)}`,
          clean,
          joined,
        ];
  const right = spellings.find(spelling => postcodeValidator(spelling, country));
  return right === undefined ? { unclear: 'no match' } : { value: right };
}

import { run as spellCheck } from '@zootools/email-spell-checker';
import { type CountryCode, findPhoneNumbersInText, parsePhoneNumberFromString } from 'libphonenumber-js/max';
import { z } from 'zod';
import { tidy, type Understanding } from './answer.ts';

const Mailbox = z.email().max(254);

/**
 * Finds an email address in what was typed and says whether a mailbox could have it (RFC 5321 lengths, a host with a
 * domain). A host one slip away from a well-known one comes back with what was probably meant.
 */
export function understandEmail(text: string): Understanding {
  const clean = tidy(text)
    .replace(/\s*\(at\)\s*|\s+at\s+(?=\S+\.\S+$)/i, '@')
    .replace(/^mailto:/i, '');
  if (clean === '') return { unclear: 'empty' };
  const candidate = clean.includes('@')
    ? (clean
        .split(/[\s<>"();:]+/)
        .find(word => word.includes('@'))
        ?.replace(/[.,;!?]+$/, '') ?? '')
    : clean;
  const at = candidate.lastIndexOf('@');
  const address = `${candidate.slice(0, at)}@${candidate.slice(at + 1).toLowerCase()}`;
  if (at < 1 || at > 64 || !Mailbox.safeParse(address).success) return { unclear: 'not an address' };
  const suggestion = spellCheck({ email: address });
  return suggestion && suggestion.full !== address ? { value: address, probably: suggestion.full } : { value: address };
}

/**
 * Finds a phone number in what was typed.
 * @param country ISO 3166 code whose national numbers are meant when no country is typed
 * @returns the number in E.164
 */
export function understandPhone(text: string, country: string): Understanding {
  const clean = tidy(text);
  if (clean === '') return { unclear: 'empty' };
  const code = country as CountryCode;
  const whole = parsePhoneNumberFromString(clean, { defaultCountry: code, extract: false });
  if (whole?.isPossible()) return { value: whole.number };
  for (const run of clean.match(/\+?\d[\d\s().-]{5,}\d/g) ?? []) {
    const part = parsePhoneNumberFromString(run, code);
    if (part?.isPossible()) return { value: part.number };
  }
  const [found] = findPhoneNumbersInText(clean, code);
  return found ? { value: found.number.number } : { unclear: 'not a phone number' };
}

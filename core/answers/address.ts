import { run as spellCheck } from '@zootools/email-spell-checker';
import {
  type CountryCode,
  findPhoneNumbersInText,
  getExampleNumber,
  type PhoneNumber,
  parsePhoneNumberFromString,
} from 'libphonenumber-js/max';
import examples from 'libphonenumber-js/mobile/examples';
import { z } from 'zod';
import { bare, tidy, type Understanding } from './answer.ts';
import { type Understood, vocabularyOf } from './vocabulary/vocabularies.ts';

const Mailbox = z.email().max(254);

/**
 * Finds an email address in what was typed and says whether a mailbox could have it (RFC 5321 lengths, a host with a
 * domain). A host one slip away from a well-known one comes back with what was probably meant.
 */
export function understandEmail(text: string, language = 'en'): Understanding {
  const { spokenEmail } = vocabularyOf(language);
  const written = tidy(text)
    .replace(/\s*[([{]at[)\]}]\s*/i, '@')
    .replace(/\s*[([{]dot[)\]}]\s*/gi, '.')
    .replace(/^mailto:/i, '')
    .replace(/^([^@]*\S)\s*@\s*([^@]*)$/, '$1@$2');
  if (written === '') return { unclear: 'empty' };
  const clean = /@\S*\.\S/.test(written) ? written : outLoud(written, spokenEmail);
  const candidates = clean
    .split(/[\s<>"();:,]+/)
    .map(word => word.replace(/[.,;!?]+$/, '').replace(/^[.'!?]+/, ''))
    .filter(word => word.includes('@'));
  // Of two different addresses nobody knows which is meant: “not the old one at …, but …”.
  if (new Set(candidates.map(one => one.toLowerCase())).size > 1) return { unclear: 'not an address' };
  const candidate = candidates[0] ?? clean;
  const at = candidate.lastIndexOf('@');
  const address = `${candidate.slice(0, at)}@${candidate.slice(at + 1).toLowerCase()}`;
  if (at < 1 || at > 64 || !Mailbox.safeParse(address).success) return { unclear: 'not an address' };
  const suggestion = spellCheck({ email: address });
  return suggestion && suggestion.full !== address ? { value: address, probably: suggestion.full } : { value: address };
}

/**
 * An address as it is said: “maud dot ellery at ellery dot example”. What stands before it has to end with what leads up to
 * one (“mine is”), and behind it only pleasantries may: “look at example dot org” is none.
 */
function outLoud(text: string, { at, signs, joined, before, never, after }: Understood['spokenEmail']): string {
  let said = text.replace(joined, '').replace(after, '');
  for (const [words, sign] of signs) said = said.replace(words, sign);
  const found = /^(?<lead>.*\s)?(?<mailbox>\S+)@(?<host>[^\s@.]+\.\S+)$/.exec(said.replace(at, '@'));
  const { lead = '', mailbox = '', host } = found?.groups ?? {};
  const leadsUp = before.test(bare(lead)) || lead.trimEnd().endsWith(',');
  return host && leadsUp && !never.test(bare(mailbox)) ? `${mailbox}@${host}` : text;
}

/** Digits as they are said: “oh double seven”, “nine”. As many as a phone number has, they are one. */
function digitsOutLoud(text: string, { digits, times }: Understood['spokenDigits']): string {
  const words = text.toLowerCase().split(/[\s,.-]+/);
  const said: string[] = [];
  let run = '';
  let repeat = 1;
  const flush = (): void => {
    if (run !== '') said.push(run);
    run = '';
  };
  for (const word of words) {
    const digit = Object.hasOwn(digits, word) ? digits[word]! : /^\+?\d+$/.test(word) ? word : undefined;
    if (digit !== undefined) {
      run += digit.length === 1 ? digit.repeat(repeat) : digit;
      repeat = 1;
    } else if (Object.hasOwn(times, word)) repeat = times[word]!;
    else {
      flush();
      said.push(word);
    }
  }
  flush();
  return said.join(' ');
}

/** Whether somebody can have a number: one that is given out, or as long as the country’s are (those kept for stories). */
function isOne(number: PhoneNumber): boolean {
  if (number.isValid()) return true;
  const country = number.country ?? number.getPossibleCountries()[0];
  const usual = country && getExampleNumber(country, examples);
  return number.isPossible() && number.nationalNumber.length === usual?.nationalNumber.length;
}

/**
 * Finds a phone number in what was typed.
 * @param country ISO 3166 code whose national numbers are meant when no country is typed
 * @returns the number in E.164
 */
export function understandPhone(text: string, country: string, language = 'en'): Understanding {
  const typed = tidy(text);
  if (typed === '') return { unclear: 'empty' };
  const { spokenDigits } = vocabularyOf(language);
  const isSaid = spokenDigits.said.test(typed.toLowerCase());
  const clean = isSaid ? digitsOutLoud(typed, spokenDigits) : typed;
  const code = country as CountryCode;
  const whole = parsePhoneNumberFromString(clean, { defaultCountry: code, extract: false });
  if (whole && isOne(whole)) return { value: whole.number };
  const found = new Set<string>();
  for (const run of clean.match(/\+?\d[\d\s().-]{5,}\d/g) ?? []) {
    const part = parsePhoneNumberFromString(run, code);
    if (part && isOne(part)) found.add(part.number);
  }
  if (found.size === 0)
    for (const { number } of findPhoneNumbersInText(clean, code)) if (isOne(number)) found.add(number.number);
  const [number] = found;
  // Of two different numbers nobody knows which is meant.
  return number !== undefined && found.size === 1 ? { value: number } : { unclear: 'not a phone number' };
}

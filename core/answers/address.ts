import { run as spellCheck } from '@zootools/email-spell-checker';
import { type CountryCode, findPhoneNumbersInText, parsePhoneNumberFromString } from 'libphonenumber-js/max';
import { z } from 'zod';
import { tidy, type Understanding } from './answer.ts';
import { type Understood, vocabularyOf } from './vocabulary/vocabularies.ts';

const Mailbox = z.email().max(254);

/**
 * Finds an email address in what was typed and says whether a mailbox could have it (RFC 5321 lengths, a host with a
 * domain). A host one slip away from a well-known one comes back with what was probably meant.
 */
export function understandEmail(text: string, language = 'en'): Understanding {
  const { spokenEmail } = vocabularyOf(language);
  const written = tidy(text)
    .replace(/\s*[([]at[)\]]\s*/i, '@')
    .replace(/\s*[([]dot[)\]]\s*/gi, '.')
    .replace(/^mailto:/i, '')
    .replace(/^([^@]*\S)\s*@\s*([^@]*)$/, '$1@$2');
  if (written === '') return { unclear: 'empty' };
  const clean = written.includes('@') ? written : outLoud(written, spokenEmail);
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

/** An address as it is said: “maud dot ellery at ellery dot example”. What comes before it is left alone. */
function outLoud(text: string, { at, signs, before }: Understood['spokenEmail']): string {
  let said = text.replace(before, '');
  for (const [words, sign] of signs) said = said.replace(words, sign);
  const host = said.replace(at, '@');
  return /^\S+@\S+$/.test(host) ? host : text;
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
  if (whole?.isPossible()) return { value: whole.number };
  const found = new Set<string>();
  for (const run of clean.match(/\+?\d[\d\s().-]{5,}\d/g) ?? []) {
    const part = parsePhoneNumberFromString(run, code);
    if (part?.isPossible()) found.add(part.number);
  }
  if (found.size === 0) for (const { number } of findPhoneNumbersInText(clean, code)) found.add(number.number);
  const [number] = found;
  // Of two different numbers nobody knows which is meant.
  return number !== undefined && found.size === 1 ? { value: number } : { unclear: 'not a phone number' };
}

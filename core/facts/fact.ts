import { z } from 'zod';

/**
 * What kind of value a fact holds. Money is kept in major units (pounds, not pence), dates as ISO 8601
 * calendar dates, phone numbers in E.164, emails in lower-case host form, files as their identity and name with a slash
 * between.
 */
export const FactType = z.enum([
  'text',
  'number',
  'money',
  'date',
  'yes/no',
  'choice',
  'email',
  'phone',
  'list',
  'file',
]);
export type FactType = z.infer<typeof FactType>;

/**
 * How long a fact lives: `conversation` facts end with the conversation, `visitor` facts are remembered for the
 * person, `business` facts are the workspace's own and `visit` facts tell of the visit and the hour; neither changes
 * while playing.
 */
export const FactScope = z.enum(['conversation', 'visitor', 'business', 'visit']);
export type FactScope = z.infer<typeof FactScope>;

/** A fact's name may hold spaces, as it is read aloud in sentences and used in formulas. */
export const FactName = z
  .string()
  .regex(/^[\p{L}][\p{L}\p{N} ]{0,59}$/u, 'A fact’s name starts with a letter and holds letters, digits and spaces.')
  .refine(name => name === name.trim() && !name.includes('  '), 'A fact’s name has single spaces only.')
  .refine(name => !['constructor', 'prototype', 'toString', 'valueOf'].includes(name), 'That name is reserved.');

/** A fact by its name, where one is to be picked; empty until it is. */
export const PickedFact = z.union([FactName, z.literal('')]);

/** What a person on record is listed and found by. */
export const PersonPart = z.enum(['name', 'email', 'phone']);
export type PersonPart = z.infer<typeof PersonPart>;

/** The types of facts that can be each of these. */
export const personTypes: Readonly<Record<PersonPart, FactType>> = { name: 'text', email: 'email', phone: 'phone' };

/** The definition of one named, typed value that a flow uses. */
export const Fact = z.strictObject({
  name: FactName,
  type: FactType,
  scope: FactScope.default('conversation'),
  choices: z.array(z.string().min(1).max(200)).max(100).optional(),
  /** What a number counts, written after it: “kWh”, “rooms”. */
  unit: z.string().trim().min(1).max(20).optional(),
  /** What of a person’s record it is, when the visitor’s fact is their name, email or phone number. */
  person: PersonPart.optional(),
  /** Whether it may be set from outside: by a link into the flow, by the site’s own script, or by who signs its visitors in. */
  outside: z.literal(true).optional(),
});
export type Fact = z.infer<typeof Fact>;

/** The largest number that a fact holds, either side of zero: beyond it, pence are lost. */
export const LARGEST_NUMBER = 1e15;
/** How many characters a text holds, and how many a list’s, and how long that is. */
const LONGEST_TEXT = 10_000;
const LONGEST_ITEM = 1_000;
const MOST_ITEMS = 200;

/** What a fact can hold: text, a number, yes or no, or a list of texts. Money, dates and the rest are held as these. */
export const Value = z.union([
  z.string().max(LONGEST_TEXT),
  z.number().min(-LARGEST_NUMBER, 'That number is too large.').max(LARGEST_NUMBER, 'That number is too large.'),
  z.boolean(),
  z.array(z.string().max(LONGEST_ITEM)).max(MOST_ITEMS),
]);
export type Value = z.infer<typeof Value>;

/** Facts by name. A fact that is not known has no key. */
export type Facts = Readonly<Record<string, Value>>;

/** What is needed to write values as the visitor's part of the world writes them. */
export interface Locale {
  /** BCP 47, for example `en-GB`. */
  language: string;
  /** ISO 4217, for example `GBP`. */
  currency: string;
}

const numberFormats = new Map<string, Intl.NumberFormat>();

function numberFormat(locale: Locale, style: 'plain' | 'money' | 'round money'): Intl.NumberFormat {
  const key = `${locale.language} ${locale.currency} ${style}`;
  let format = numberFormats.get(key);
  if (!format) {
    format =
      style === 'plain'
        ? new Intl.NumberFormat(locale.language, { maximumFractionDigits: 2 })
        : new Intl.NumberFormat(locale.language, {
            style: 'currency',
            currency: locale.currency,
            ...(style === 'round money' ? { maximumFractionDigits: 0 } : {}),
          });
    numberFormats.set(key, format);
  }
  return format;
}

/** Writes a value as a line shows it: `1900` of type money becomes “£1,900”, a list is joined with commas. */
export function show(value: Value, type: FactType, locale: Locale): string {
  if (type === 'file' && typeof value === 'string') return value.slice(value.indexOf('/') + 1);
  if (typeof value === 'boolean') return value ? 'yes' : 'no';
  if (Array.isArray(value)) return value.join(', ');
  if (typeof value === 'number') {
    if (type === 'money') return numberFormat(locale, Number.isInteger(value) ? 'round money' : 'money').format(value);
    return numberFormat(locale, 'plain').format(value);
  }
  return value;
}

/** Says whether a value can be held by a fact of this type. */
export function fits(value: Value, type: FactType): boolean {
  switch (type) {
    case 'number':
    case 'money':
      return typeof value === 'number' && Math.abs(value) <= LARGEST_NUMBER;
    case 'yes/no':
      return typeof value === 'boolean';
    case 'list':
      return Array.isArray(value);
    case 'date':
      return typeof value === 'string' && /^\d{4}-\d{2}-\d{2}$/.test(value);
    default:
      return typeof value === 'string';
  }
}

const minorUnits = new Map<string, number>();

/** How many minor units make one of a currency: 100 for GBP, 1 for JPY. */
function minorUnitsOf(currency: string): number {
  let units = minorUnits.get(currency);
  if (units === undefined) {
    units = 10 ** (numberFormat({ language: 'en', currency }, 'money').resolvedOptions().maximumFractionDigits ?? 2);
    minorUnits.set(currency, units);
  }
  return units;
}

/** Money is rounded where it is kept, by its currency's digits, so that sums shown and sums stored agree. */
export function rounded(value: Value, type: FactType, currency: string): Value {
  if (type !== 'money' || typeof value !== 'number') return value;
  const units = minorUnitsOf(currency);
  return Math.round((value + Number.EPSILON * Math.sign(value)) * units) / units;
}

/**
 * A value as a fact keeps it, within the limits that every value has wherever it comes from: an answer, a formula, a
 * service.
 * @returns undefined when no fact can keep it
 */
export function held(value: Value, type: FactType, currency: string): Value | undefined {
  const kept = rounded(value, type, currency);
  if (typeof kept === 'number') return Math.abs(kept) <= LARGEST_NUMBER ? kept : undefined;
  if (typeof kept === 'string') return kept.length <= LONGEST_TEXT ? kept.toWellFormed() : undefined;
  if (!Array.isArray(kept)) return kept;
  if (kept.length > MOST_ITEMS || kept.some(item => item.length > LONGEST_ITEM)) return undefined;
  return kept.map(item => item.toWellFormed());
}

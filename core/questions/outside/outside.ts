import { z } from 'zod';
import { cut } from '../../facts/text.ts';
import { type Grounds, type Unfounded, unfounded } from './founded.ts';

/** Who may answer from outside: a model that words what was found, or a service of the lead’s own. */
export const OutsideName = z.enum(['composed', 'service']);
export type OutsideName = z.infer<typeof OutsideName>;

/** So much of what comes from outside is said to a visitor. */
const LONGEST = 2_000;
const LONGEST_LABEL = 80;
const MOST_LINES = 5;
const MOST_CHOICES = 6;

/** What an answerer outside made of a question. */
export const FromOutside = z.discriminatedUnion('did', [
  /** Words of its own, of nothing but the sources that it names: articles that were found. */
  z.object({ did: z.literal('composed'), text: z.string(), sources: z.array(z.string()).min(1) }),
  z.object({
    did: z.literal('answered'),
    lines: z.array(z.string()),
    choices: z.array(z.string()),
    /** Whether somebody is to be fetched. */
    person: z.boolean(),
  }),
  z.object({ did: z.literal('did not know'), by: OutsideName }),
  /** It cannot be gone by; why, in words for the team. What was found is said as it is written. */
  z.object({ did: z.literal('failed'), by: OutsideName, why: z.string() }),
  z.object({
    did: z.literal('unfounded'),
    what: z.enum(['number', 'price', 'link', 'name', 'source']),
    is: z.string(),
  }),
]);
export type FromOutside = z.infer<typeof FromOutside>;

/** What stands of it in the log: all but its words, which are told. */
export const OutsideNoted = z.discriminatedUnion('did', [
  z.object({ did: z.literal('composed'), sources: z.array(z.string()) }),
  z.object({ did: z.literal('answered'), person: z.boolean() }),
  z.object({ did: z.literal('did not know'), by: OutsideName }),
  z.object({ did: z.literal('failed'), by: OutsideName, why: z.string() }),
  z.object({ did: z.literal('unfounded'), what: z.string(), is: z.string() }),
]);
export type OutsideNoted = z.infer<typeof OutsideNoted>;

/** What comes from outside as it is noted, and what may be played again of what was. */
export const notedOutside = (outside: FromOutside): OutsideNoted => OutsideNoted.parse(outside);
export const outsideAgain = (noted: OutsideNoted): FromOutside =>
  FromOutside.parse({ text: '', lines: [], choices: [], ...noted });

/** A source of a composed text: an article with its answer as it may be said. */
export interface Source {
  id: string;
  question: string;
  answer: string;
}

const CITED = /\s*\[(\d{1,2}(?:\s*,\s*\d{1,2})*)\]/g;
/** What a model is to say that finds no answer in its sources. */
export const NOT_THERE = 'NOT THERE';

/**
 * What is made of a text that was composed from sources: it says which by their numbers in brackets, “[1]”, and nothing that they do not
 * have; or that it found no answer there. A text that keeps to none of this is not said.
 * @param sources in the order of their numbers, from 1
 */
export function composedFrom(
  written: string,
  sources: readonly Source[],
  grounds: Omit<Grounds, 'sources'>,
): FromOutside {
  const whole = cut(written.trim(), LONGEST);
  if (whole === '' || whole.includes(NOT_THERE)) return { did: 'did not know', by: 'composed' };
  const cited = new Set<Source>();
  for (const [mark, numbers = ''] of whole.matchAll(CITED))
    for (const number of numbers.split(',')) {
      const source = sources[Number(number) - 1];
      if (!source) return { did: 'unfounded', what: 'source', is: mark.trim() };
      cited.add(source);
    }
  if (cited.size === 0) return { did: 'unfounded', what: 'source', is: '' };
  const text = whole.replace(CITED, '').trim();
  const texts = [...cited].map(({ question, answer }) => `${question}\n${answer}`);
  const [first]: Unfounded[] = unfounded(text, { ...grounds, sources: texts });
  if (first) return { did: 'unfounded', ...first };
  return { did: 'composed', text, sources: [...cited].map(({ id }) => id) };
}

const Text = z.string().transform(text => cut(text.trim(), LONGEST));
/** What a service answers; more than fits is left out. */
const ServiceAnswer = z.union([
  z.object({ notKnown: z.literal(true) }),
  z.object({
    lines: z.array(Text).transform(lines => lines.filter(line => line !== '').slice(0, MOST_LINES)),
    choices: z
      .array(z.string().transform(label => cut(label.trim(), LONGEST_LABEL)))
      .transform(labels => [...new Set(labels)].filter(label => label !== '').slice(0, MOST_CHOICES))
      .default([]),
    person: z.boolean().default(false),
  }),
]);

/** What is made of a service’s answer; undefined of one that has another shape, or says nothing at all. */
export function serviceAnswered(answer: unknown): FromOutside | undefined {
  const read = ServiceAnswer.safeParse(answer);
  if (!read.success) return undefined;
  if ('notKnown' in read.data) return { did: 'did not know', by: 'service' };
  const { lines, choices, person } = read.data;
  return lines.length > 0 || person ? { did: 'answered', lines, choices, person } : undefined;
}

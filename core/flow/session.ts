import { z } from 'zod';
import { type Facts, FactType, type Locale, Value } from '../facts/fact.ts';
import type { OpeningHours } from '../hours/hours.ts';
import { SpokenLine } from './line.ts';

/** Where one conversation stands in its flow. Small JSON: it is written with every event. */
export const Session = z.object({
  state: z.enum(['fresh', 'asking', 'handed over', 'ended']),
  /** The step that waits: the ask to be answered, or the hand over to come back from. */
  at: z.string().optional(),
  /** How many answers to the waiting ask were not understood. */
  tries: z.number().int().optional(),
  /** A doubtful answer that the visitor was asked to confirm. */
  doubt: z.object({ value: Value, probably: Value }).optional(),
  facts: z.record(z.string(), Value),
});
export type Session = z.infer<typeof Session>;

/** A conversation that has not begun; `facts` are what is already known, for example of a returning visitor. */
export function freshSession(facts: Facts = {}): Session {
  return { state: 'fresh', facts: { ...facts } };
}

/** What happened to a conversation. Times are in `World.now`, not here: an event can be given again in a replay. */
export type Event =
  | { event: 'opened' }
  | { event: 'replied'; text: string; choice?: string | undefined; choices?: string[] | undefined }
  | { event: 'handed back' };

/** All that playing may know of the world besides the session. The same world gives the same acts. */
export interface World {
  /** Epoch milliseconds. */
  now: number;
  /** The business’s time zone (IANA), in which today and tomorrow are meant. */
  zone: string;
  /** Who visits: the same for one visitor whenever they come. */
  visitor: string;
  /** Seeded, so that a replay throws the same dice: uniform in [0, 1). */
  random: () => number;
  locale: Locale;
  /** ISO 3166 code of the country whose phone numbers are meant. */
  country: string;
  /** Facts about the business, by name. */
  business: Facts;
  /** Opening hours by the team's name; a team without hours is always open. */
  hours: Readonly<Record<string, OpeningHours>>;
}

/** How the visitor is to answer, as the host shows it. */
export const AnswerShown = z.object({
  type: z.enum([
    'choice',
    'several choices',
    'yes/no',
    'short text',
    'long text',
    'email',
    'phone',
    'number',
    'number range',
    'rating',
    'date',
  ]),
  choices: z.array(z.object({ id: z.string(), label: z.string() })).optional(),
});
export type AnswerShown = z.infer<typeof AnswerShown>;

export const Picture = z.strictObject({
  src: z
    .string()
    .max(500)
    .regex(/^(https:\/\/\S+|\/\S*)$/, 'A picture is uploaded, or an https:// address.'),
  alt: z.string().max(500),
});
export type Picture = z.infer<typeof Picture>;

/** A chart ready to be drawn: its numbers, and the same as people read them. */
export const ChartShown = z.object({
  title: SpokenLine,
  form: z.enum(['bars', 'line', 'number']),
  values: z.array(z.object({ label: z.string(), value: z.number(), text: z.string() })),
});
export type ChartShown = z.infer<typeof ChartShown>;

/** Orders to the host, in the order in which they are to be carried out. The core itself does none of them. */
export const Act = z.discriminatedUnion('act', [
  z.object({ act: z.literal('enter'), scene: z.string(), title: z.string() }),
  z.object({ act: z.literal('say'), step: z.string(), line: SpokenLine, picture: Picture.optional() }),
  ChartShown.extend({ act: z.literal('chart'), step: z.string() }),
  z.object({ act: z.literal('ask'), step: z.string(), line: SpokenLine, answer: AnswerShown }),
  z.object({ act: z.literal('learn'), step: z.string(), fact: z.string(), type: FactType, value: Value }),
  z.object({ act: z.literal('remember'), fact: z.string(), value: Value }),
  z.object({ act: z.literal('note'), step: z.string().optional(), text: z.string() }),
  z.object({
    act: z.literal('hand over'),
    step: z.string().optional(),
    /** The team's name, or null for whoever is there. */
    team: z.string().nullable(),
    reason: z.string(),
  }),
  z.object({ act: z.literal('end'), step: z.string().optional(), outcome: z.string().optional() }),
  z.object({
    act: z.literal('record consent'),
    step: z.string(),
    purpose: z.string(),
    /** The words that were shown, as plain text. */
    wording: z.string(),
    policy: z.string().optional(),
    given: z.boolean(),
  }),
  z.object({ act: z.literal('withdraw consent'), step: z.string(), purpose: z.string() }),
  /** Leads the visitor’s browser to a page of the site, or elsewhere; the chat goes along. */
  z.object({ act: z.literal('take to page'), step: z.string(), page: z.string() }),
]);
export type Act = z.infer<typeof Act>;

import { z } from 'zod';
import { type Facts, FactType, type Locale, Value } from '../facts/fact.ts';
import type { Visit } from '../facts/given.ts';
import type { OpeningHours } from '../hours/hours.ts';
import { SpokenLine } from './line.ts';

/** Where one conversation stands in its flow. Small JSON: it is written with every event. */
export const Session = z.object({
  state: z.enum(['fresh', 'asking', 'pausing', 'calling', 'handed over', 'ended']),
  /**
   * The step that waits: the ask to be answered, the pause or call to go on from, or the hand over to come back from.
   * Of a fresh session, the scene or step that it begins with, when that is not the flow’s beginning.
   */
  at: z.string().optional(),
  /** How many answers to the waiting ask were not understood. */
  tries: z.number().int().optional(),
  /** A doubtful answer that the visitor was asked to confirm. */
  doubt: z.object({ value: Value, probably: Value }).optional(),
  /** The number of the last timer or call that was ordered: an earlier one that comes late is not meant any more. */
  ticket: z.number().int().optional(),
  /** The reminder that holds, and how often it has reminded of the waiting ask. */
  reminder: z.object({ step: z.string(), times: z.number().int() }).optional(),
  /** The questions left behind, the latest last, to go back to. */
  past: z.array(z.string()).optional(),
  /** The steps to come back to when a scene that was called has run out, the innermost last. */
  stack: z.array(z.string()).optional(),
  /** What was mailed, as a fingerprint by its step, so that going back and forth sends nothing twice. */
  mailed: z.record(z.string(), z.number()).optional(),
  /** How the last call of a service went. */
  lastCall: z.enum(['worked', 'failed']).optional(),
  facts: z.record(z.string(), Value),
});
export type Session = z.infer<typeof Session>;

/** A conversation that has not begun; `facts` are what is already known, for example of a returning visitor. */
export function freshSession(facts: Facts = {}): Session {
  return { state: 'fresh', facts: { ...facts } };
}

/** A file that the visitor sent, as the host keeps it. Its type is what its content was found to be. */
export const FileGiven = z.object({ id: z.string(), name: z.string(), type: z.string(), size: z.number().int() });
export type FileGiven = z.infer<typeof FileGiven>;

/** What was typed into, or picked in, one field of a form. */
export const FieldReply = z.object({
  text: z.string().max(4_000),
  choice: z.string().max(60).optional(),
  choices: z.array(z.string().max(60)).max(30).optional(),
});
export type FieldReply = z.infer<typeof FieldReply>;

/** What happened to a conversation. Times are in `World.now`, not here: an event can be given again in a replay. */
export type Event =
  | { event: 'opened' }
  | {
      event: 'replied';
      text: string;
      /** The question that is answered, when the visitor’s browser says so: another may be open by now. */
      step?: string | undefined;
      choice?: string | undefined;
      choices?: string[] | undefined;
      /** The fields of a form, by their identities. */
      fields?: Record<string, FieldReply> | undefined;
      file?: FileGiven | undefined;
    }
  /** The timer that was set under this ticket is due. */
  | { event: 'timer'; ticket: number }
  /** The service that was called under this ticket answered, with JSON, or did not. */
  | { event: 'called'; ticket: number; outcome: 'worked'; result: unknown }
  | { event: 'called'; ticket: number; outcome: 'failed'; why: string }
  /** An email of this step could not be delivered. */
  | { event: 'undelivered'; step: string; to: string; why: string }
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
  /** How the visit came about. */
  visit: Visit;
  /** Opening hours by the team's name; a team without hours is always open. */
  hours: Readonly<Record<string, OpeningHours>>;
}

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

/** A card of a row: what can be had, with up to three things to do about it. */
export const CardShown = z.object({
  picture: Picture.optional(),
  title: z.string(),
  line: SpokenLine,
  price: z.string().optional(),
  /** An action with a page leads there; one without is picked like a choice. */
  actions: z.array(z.object({ id: z.string(), label: z.string(), page: z.string().optional() })),
});
export type CardShown = z.infer<typeof CardShown>;

const OneAnswer = z.object({
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
    'postcode',
    'file',
    'form',
    'cards',
  ]),
  choices: z.array(z.object({ id: z.string(), label: z.string() })).optional(),
  /** The media types of files that are taken, and the most bytes of one. */
  accept: z.array(z.string()).optional(),
  mostBytes: z.number().int().optional(),
});

export const FieldShown = z.object({
  id: z.string(),
  label: z.string(),
  optional: z.literal(true).optional(),
  answer: OneAnswer,
  /** What was given before, when the form is shown again, and what is wrong with it. */
  given: FieldReply.optional(),
  mistake: z.string().optional(),
});
export type FieldShown = z.infer<typeof FieldShown>;

/** How the visitor is to answer, as the host shows it. */
export const AnswerShown = OneAnswer.extend({
  fields: z.array(FieldShown).optional(),
  /** The words on the button that sends a form. */
  button: z.string().optional(),
  cards: z.array(CardShown).optional(),
});
export type AnswerShown = z.infer<typeof AnswerShown>;

/** A call of a service over HTTP, ready to be made. */
export const ServiceRequest = z.object({
  method: z.enum(['GET', 'POST']),
  url: z.string(),
  /** Sent as JSON. */
  body: z.record(z.string(), Value).optional(),
  /** After how many seconds it is given up, and how often it is tried. */
  limit: z.number().int(),
  tries: z.number().int(),
});
export type ServiceRequest = z.infer<typeof ServiceRequest>;

/** Orders to the host, in the order in which they are to be carried out. The core itself does none of them. */
export const Act = z.discriminatedUnion('act', [
  z.object({ act: z.literal('enter'), scene: z.string(), title: z.string() }),
  z.object({ act: z.literal('say'), step: z.string(), line: SpokenLine, pictures: z.array(Picture).optional() }),
  z.object({ act: z.literal('show'), step: z.string(), line: SpokenLine, cards: z.array(CardShown) }),
  ChartShown.extend({ act: z.literal('chart'), step: z.string() }),
  z.object({ act: z.literal('ask'), step: z.string(), line: SpokenLine, answer: AnswerShown }),
  z.object({ act: z.literal('learn'), step: z.string(), fact: z.string(), type: FactType, value: Value }),
  /** A decision was taken: the first way that held, or none, which is -1. */
  z.object({ act: z.literal('decided'), step: z.string(), way: z.number().int() }),
  z.object({ act: z.literal('remember'), fact: z.string(), value: Value }),
  /** Points were added to a score, and why. */
  z.object({ act: z.literal('score'), step: z.string(), fact: z.string(), points: z.number(), reason: z.string() }),
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
  /** To be told `timer` with this ticket after so many milliseconds. A conversation has one timer; a new one replaces it. */
  z.object({ act: z.literal('set timer'), step: z.string(), ticket: z.number().int(), after: z.number().int() }),
  z.object({ act: z.literal('clear timer') }),
  z.object({
    act: z.literal('email'),
    step: z.string(),
    to: z.array(z.string()),
    /** Whether it goes to the visitor, or to colleagues. */
    toVisitor: z.boolean(),
    subject: z.string(),
    line: SpokenLine,
    charts: z.array(ChartShown),
  }),
  /** Tells the members of a team, or everyone, in the studio. */
  z.object({ act: z.literal('notify'), step: z.string(), team: z.string().nullable(), text: z.string() }),
  /** To be told `called` with this ticket when the service has answered, or has not. */
  z.object({ act: z.literal('call service'), step: z.string(), ticket: z.number().int(), request: ServiceRequest }),
  /** Goes on with another flow of the workspace, from its beginning, with the facts of the same names. */
  z.object({ act: z.literal('start flow'), step: z.string(), flow: z.string() }),
]);
export type Act = z.infer<typeof Act>;

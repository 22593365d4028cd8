import { z } from 'zod';
import { FieldReply } from './event.ts';
import { SpokenLine } from './line.ts';

export const Picture = z.strictObject({
  src: z
    .string()
    .max(500)
    // An address without its scheme, as pages used to have them, meant the web’s own.
    .overwrite(address => address.replace(/^\/\/(?=\w)/, 'https://'))
    .regex(/^(https:\/\/\S+|\/(?![/\\])\S*)$/, 'A picture is uploaded, or an https:// address.'),
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
  /** A video that is played in the card: a file that was sent, or one of the web. */
  video: z.object({ src: z.string().max(2_000) }).optional(),
  /** An action with a page leads there; one without is picked like a choice. */
  actions: z.array(z.object({ id: z.string(), label: z.string(), page: z.string().optional() })),
});
export type CardShown = z.infer<typeof CardShown>;

/** What one answer is given with: its type, by which whoever shows it knows how, and what can be picked. */
const OneAnswer = z.object({
  type: z.string(),
  choices: z.array(z.object({ id: z.string(), label: z.string() })).optional(),
  /** Whether any number of the choices may be picked. */
  several: z.literal(true).optional(),
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
  /** The same of a form that is shown once more behind something else: what was filled in stays. */
  card: z.string().optional(),
  /** The words on the button that sends a form. */
  button: z.string().optional(),
  cards: z.array(CardShown).optional(),
});
export type AnswerShown = z.infer<typeof AnswerShown>;

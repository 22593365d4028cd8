import { z } from 'zod';
import { understandOrder } from '../answers/order.ts';
import { understandWish } from '../answers/wish.ts';
import type { Value } from '../facts/fact.ts';
import { plainVisit } from '../facts/given.ts';
import { answerKindOf, answerKinds } from './answers/registry.ts';
import type { World } from './world.ts';

/** What an order is asked for as; everything else is a type of answer. */
const ORDER = 'order';
/** And a wish, which may come whatever was asked. */
const WISH = 'wish';

/** As what a text may be understood: what needs nothing else to be known than the text and what there is to pick from. */
const types = answerKinds.filter(kind => !('alone' in kind)).map(({ type }) => type);

/** Texts as visitors type them, each with what it is an answer to, and where that is typed. */
export const TypedTexts = z.strictObject({
  /** BCP 47. */
  language: z.string().min(2).max(35),
  /** ISO 3166. */
  country: z.string().length(2),
  /** IANA. */
  zone: z.string().min(1).max(60),
  now: z.iso.datetime({ offset: true }),
  /** What a lead takes for wanting a person, besides what is understood by itself. */
  wishes: z.array(z.string().max(100)).max(100).optional(),
  texts: z
    .array(
      z.strictObject({
        text: z.string().max(4_000),
        as: z.enum([...types, ORDER, WISH]),
        choices: z.array(z.string().max(200)).max(30).optional(),
      }),
    )
    .max(10_000),
});
export type TypedTexts = z.infer<typeof TypedTexts>;

/**
 * What is made of each text, as a flow would: dates as ISO 8601 days, phone numbers as E.164, choices as their labels,
 * orders and wishes by their names; null where it would be asked again.
 */
export function understood({ language, country, zone, now, wishes, texts }: TypedTexts): Array<Value | null> {
  const world: World = {
    now: Date.parse(now),
    zone,
    visitor: '',
    random: () => 0,
    locale: { language, currency: 'GBP' },
    country,
    business: {},
    visit: plainVisit,
    hours: {},
  };
  return texts.map(({ text, as, choices = [] }) => {
    if (as === ORDER) return understandOrder(text, language) ?? null;
    if (as === WISH) return understandWish(text, language, wishes)?.wish ?? null;
    const kind = answerKindOf(as);
    const answer = kind.blank(choices.map((label, index) => ({ id: `choice-${index}`, label })));
    const meant = kind.understand(answer, { event: 'replied', text }, world);
    if (!('value' in meant)) return null;
    return kind.picked ? kind.picked(answer, meant.value).value : meant.value;
  });
}

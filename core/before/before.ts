import { z } from 'zod';
import { type Facts, PersonPart } from '../facts/fact.ts';
import { Field } from '../flow/field.ts';
import { Link } from '../flow/line.ts';
import { Purpose } from '../flow/steps/consent.ts';

/** Something that is asked before the chat; `person` says what of a person’s record it is. */
export const Detail = Field.extend({
  label: z.string().trim().min(1, 'A field needs a name.').max(100),
  person: PersonPart.optional(),
});
export type Detail = z.infer<typeof Detail>;

/** The field of the consent on the card; no detail may be called so. */
export const CONSENT = 'consent';

/**
 * What is asked of visitors before a site’s chat begins. All of it is kept while nothing is asked, so that it can be
 * switched on again as it was.
 */
export const BeforeChat = z.strictObject({
  /** When it is asked: as the chat is opened, or when the first message is sent, which is kept meanwhile. */
  when: z.enum(['never', 'at once', 'first message']).default('never'),
  /** Only while nobody is there. */
  onlyClosed: z.boolean().default(false),
  /** What is said above the card. */
  words: z.string().trim().max(300, 'At most 300 characters.').default(''),
  details: z
    .array(Detail)
    .max(6, 'More than six are a form, and no beginning of a chat.')
    .superRefine((details, context) => {
      for (const [index, { id }] of details.entries())
        if (id === CONSENT || details.findIndex(other => other.id === id) < index)
          context.addIssue({ code: 'custom', path: [index, 'id'], message: 'Two fields have the same identity.' });
    })
    .default([]),
  consent: z
    .strictObject({
      purpose: Purpose,
      /** The exact words that are agreed to; they are kept with the answer. */
      wording: z.string().trim().max(500, 'At most 500 characters.'),
      /** Where more is said. */
      policy: z.union([Link, z.literal('')]).default(''),
      /** Whether the chat does not begin without it. */
      needed: z.boolean().default(false),
    })
    .optional(),
  /** Whether a visitor may go on without. */
  mayGoOn: z.boolean().default(true),
  /** The words on its button; our own when empty. */
  button: z.string().trim().max(40, 'At most 40 characters.').default(''),
});
export type BeforeChat = z.infer<typeof BeforeChat>;

/** Nothing is asked. */
export const plainBefore: BeforeChat = BeforeChat.parse({});

/**
 * How a chat that begins now asks first, as its session keeps it; undefined when it asks nothing.
 * @param facts what is known of the visitor: none of it is asked a second time
 * @param isOpen whether somebody is there
 */
export function asksFirst(before: BeforeChat, facts: Facts, isOpen: boolean): { asked: BeforeChat } | undefined {
  if (before.when === 'never' || (before.onlyClosed && isOpen)) return undefined;
  const details = before.details.filter(({ fact }) => fact === undefined || facts[fact] === undefined);
  return details.length === 0 ? undefined : { asked: { ...before, details } };
}

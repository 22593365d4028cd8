import { KeptArticle, PERSONS } from '@kineta/core';
import { z } from 'zod';

const lines = (text: string): string[] =>
  text
    .split('\n')
    .map(line => line.trim())
    .filter(Boolean);
const words = (text: string): string[] =>
  text
    .split(',')
    .map(word => word.trim())
    .filter(Boolean);

/** The wordings in a field, one a line. */
export const wordingsIn = lines;

/** What is written in the fields, as an article. */
export const Written = z
  .object({
    question: z.string(),
    answer: z.string(),
    flows: z
      .array(
        z.object({
          label: z.string(),
          flow: z.string(),
          scene: z
            .string()
            .transform(scene => scene || undefined)
            .optional(),
        }),
      )
      .optional(),
    atOnce: z.boolean().optional(),
    wordings: z.string().transform(lines),
    tags: z.string().transform(words),
    listed: z.boolean(),
    draft: z.boolean(),
    source: z.string().nullable(),
    audience: z.object({
      pages: z.string().transform(lines),
      languages: z.string().transform(words),
      person: z.enum(PERSONS),
      sites: z.array(z.string()),
    }),
    from: z.string().transform(day => day || null),
    to: z.string().transform(day => day || null),
  })
  .pipe(KeptArticle);
export type Fields = z.input<typeof Written>;
export type Sent = z.output<typeof Written>;

/** An article as it stands in the fields. */
export const fieldsOf = ({ audience, wordings, tags, from, to, ...rest }: KeptArticle): Fields => ({
  ...rest,
  wordings: wordings.join('\n'),
  tags: tags.join(', '),
  audience: {
    ...audience,
    pages: audience.pages.join('\n'),
    languages: audience.languages.join(', '),
  },
  from: from ?? '',
  to: to ?? '',
});

/** Whether it is only for some, somewhere, or for a while. */
export const isNarrowed = ({ audience: { pages, languages, person, sites }, from, to }: Fields): boolean =>
  [pages, languages, from, to].some(text => text !== '') || person !== 'anybody' || sites.length > 0;

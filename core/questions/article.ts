import { z } from 'zod';

/**
 * What is answered: a question with its answer and other wordings of it, or a passage of a page, which answers what it tells of and has
 * no question of its own.
 */
export const Article = z.object({
  id: z.string().min(1).max(100),
  question: z.string().max(500),
  answer: z.string().max(50_000),
  wordings: z.array(z.string().max(500)).max(200).optional(),
  kind: z.literal('passage').optional(),
  /** Where it is from. */
  source: z.string().max(2_000).optional(),
});
export type Article = z.infer<typeof Article>;

/** A file of them, as `kineta questions` reads and writes it. */
export const Articles = z.object({ articles: z.array(Article).max(20_000) });
export type Articles = z.infer<typeof Articles>;

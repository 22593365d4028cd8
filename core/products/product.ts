import { z } from 'zod';
import type { Locale } from '../facts/fact.ts';
import { show } from '../facts/fact.ts';
import type { SpokenLine } from '../flow/line.ts';
import { Picture } from '../flow/shown.ts';
import { Page } from '../flow/steps/take.ts';
import { message } from '../messages/message.ts';

/** How much there is of a thing for sale, as far as a visitor is told. */
export const STOCKS = ['in stock', 'few left', 'to order', 'out of stock'] as const;
export const Stock = z.enum(STOCKS);
export type Stock = z.infer<typeof Stock>;

/** What a thing for sale is known by in flows, lists and files: an article number, or a word of one’s own. */
export const ProductRef = z
  .string()
  .trim()
  .min(1, 'It needs a reference, such as its article number.')
  .max(60, 'A reference has at most 60 characters.')
  .regex(/^[^\p{C}\s]+( [^\p{C}\s]+)*$/u, 'A reference has no line breaks, and single spaces only.');

const LARGEST_PRICE = 1_000_000_000;

/** A thing for sale. What is null is not known, and no visitor is told of it. */
export const Product = z.strictObject({
  ref: ProductRef,
  name: z.string().trim().min(1, 'It needs a name.').max(100, 'A name has at most 100 characters.'),
  /** What it is, in a sentence or two; may be empty. */
  words: z.string().trim().max(300, 'At most 300 characters say what it is.'),
  picture: Picture.nullable(),
  /** In major units of its currency: pounds, not pence. */
  price: z
    .number()
    .min(0, 'A price is not less than nothing.')
    .max(LARGEST_PRICE, 'That price is too large to be one.')
    .nullable(),
  /** ISO 4217; the business’s own when null. */
  currency: z
    .string()
    .regex(/^[A-Z]{3}$/, 'A currency has three capitals, such as GBP.')
    .nullable(),
  stock: Stock.nullable(),
  /** How many there are, where that is counted. */
  left: z.int().min(0).max(10_000_000).nullable(),
  /** Where it is sold. */
  page: Page.nullable(),
});
export type Product = z.infer<typeof Product>;

/** What is told of how much there is; undefined when nothing is known. */
export function stockWords({ stock, left }: Pick<Product, 'stock' | 'left'>, language: string): string | undefined {
  if (left !== null && left > 0 && stock !== 'out of stock') return message(language, 'so many left', { count: left });
  if (left === 0 && stock === null) return message(language, 'out of stock');
  return stock === null ? undefined : message(language, stock);
}

/** Its price as people read it; undefined when it is not known. */
export function priceWords(
  { price, currency }: Pick<Product, 'price' | 'currency'>,
  locale: Locale,
): string | undefined {
  return price === null ? undefined : show(price, 'money', { ...locale, currency: currency ?? locale.currency });
}

/** What a card says of it below its name: what it is, and how much there is of it, a paragraph each. */
export function productLine(product: Product, language: string): SpokenLine {
  return [product.words, stockWords(product, language) ?? ''].filter(Boolean).map(text => [{ text }]);
}

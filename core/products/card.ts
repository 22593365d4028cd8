import type { Locale } from '../facts/fact.ts';
import type { CardShown } from '../flow/shown.ts';
import { message } from '../messages/message.ts';
import { type Product, priceWords, productLine } from './product.ts';

/** A thing for sale as a card, with a button that leads to where it is sold. */
export function productCard(product: Product, locale: Locale): CardShown {
  const price = priceWords(product, locale);
  return {
    ...(product.picture ? { picture: product.picture } : {}),
    title: product.name,
    line: productLine(product, locale.language),
    ...(price === undefined ? {} : { price }),
    actions: product.page
      ? [{ id: 'page', label: message(locale.language, 'go to the page'), page: product.page }]
      : [],
  };
}

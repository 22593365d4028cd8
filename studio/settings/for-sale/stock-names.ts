import type { Stock } from '@kineta/core';

/** What how much there is is called among those who sell it. */
export const stockNames: Readonly<Record<Stock, string>> = {
  'in stock': 'in stock',
  'few left': 'only a few left',
  'to order': 'made or ordered for the customer',
  'out of stock': 'out of stock',
};

import { contracts } from './topics/contracts.ts';
import { homes } from './topics/homes.ts';
import { orders } from './topics/orders.ts';
import { practices } from './topics/practices.ts';
import { programs } from './topics/programs.ts';
import { schools } from './topics/schools.ts';
import { stays } from './topics/stays.ts';

/**
 * What customers of some kinds of business ask about, beside what all of them do (`concepts.ts`). Narrow, so that two that are near stay
 * apart; each by the name that a business has for it and by what those say who do not know the name. Written like concepts.
 */
export const topics: Readonly<Record<string, string>> = {
  ...orders,
  ...programs,
  ...practices,
  ...homes,
  ...schools,
  ...stays,
  ...contracts,
};

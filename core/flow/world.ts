import type { Facts, Locale } from '../facts/fact.ts';
import type { Visit } from '../facts/given.ts';
import type { OpeningHours } from '../hours/hours.ts';
import type { Product } from '../products/product.ts';
import type { Thresholds } from '../questions/deciding.ts';

/** What is said whichever flow leads. */
export type StandingReply = 'notUnderstood' | 'goodbye' | 'emailCameBack';

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
  /** What the lead has us say in place of our own words, where that is anything; `{address}` stands for an email’s. */
  replies?: Readonly<Partial<Record<StandingReply, string>>>;
  /** Whether somebody takes chats now, by the team’s name; not known of a team that is not in it. */
  taking?: Readonly<Record<string, boolean>>;
  /** Whether anybody is at their desk, with room or not, by the team’s name; not known of a team that is not in it. */
  staffed?: Readonly<Record<string, boolean>>;
  /** What the lead takes for wanting a person, besides what is understood by itself. */
  wishes?: readonly string[];
  /** The things for sale, by their references; what each is is not known when this is left out. */
  products?: ReadonlyMap<string, Product>;
  /** From how sure on an answer is said, and asked back about; the usual, when this is left out. */
  sure?: Thresholds;
  /** Opening hours by the team's name; a team without hours is always open. */
  hours: Readonly<Record<string, OpeningHours>>;
}

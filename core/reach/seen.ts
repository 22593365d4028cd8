import type { Facts } from '../facts/fact.ts';
import type { Page } from './page-pattern.ts';

/** How a page is looked at just now. */
export interface Moment {
  /** For how long they have been on the page, and for how long they did nothing on it. */
  seconds: number;
  idle: number;
  /** How much of the page they have had before them, of 100. */
  read: number;
  /** Whether they are about to leave. */
  leaving: boolean;
  /** What of the page they have just pressed, by the name that it is marked with. */
  pressed?: string | undefined;
}

/** As a page is when it has just come. */
export const arrivedJustNow: Moment = { seconds: 0, idle: 0, read: 0, leaving: false };

/** All that is gone by when it is decided which flow somebody meets: who looks at which page, and when. */
export interface Seen {
  page: Page;
  /** Which visit of theirs it is; 1 is the first. */
  visits: number;
  /** Whether a person is on record for them. */
  isKnown: boolean;
  /** What conditions ask about. */
  facts: Facts;
  /** Epoch milliseconds, and the day as the site has it (ISO 8601). */
  now: number;
  today: string;
  /** A number from 0 to below 1 that stays with the visitor, by which a share of them is meant. */
  lot: number;
  /** When each cue last appeared to them by itself, by its identity. */
  appeared: Readonly<Record<string, number>>;
  moment: Moment;
}

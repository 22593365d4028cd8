import type { Facts } from '../facts/fact.ts';
import type { OpeningHours } from '../hours/hours.ts';

/** What rules know of the world beside a conversation’s course, at an instant (epoch milliseconds). */
export interface Moment {
  now: number;
  /** Opening hours by the team’s name. */
  hours: Readonly<Record<string, OpeningHours>>;
  language: string;
}

/** What is known of a conversation when it is decided on. */
export interface Looked extends Moment {
  /** What the flow knows, and what the visit and the hour give. */
  facts: Facts;
  /** Whether somebody takes chats, by the team’s name, as far as that is known. */
  taking?: Readonly<Record<string, boolean>>;
  /** What the conversation came to, and which flow it is. */
  outcome: string | null;
  flow: string | null;
  /** Where its visitor stands in the line, and how many minutes that may take; as far as that is known. */
  place?: number | undefined;
  minutes?: number | null | undefined;
  /** Whether its flow goes on by itself: it waits for a time, or for what it ordered. */
  isUnderWay: boolean;
}

/** The hours of those who are to answer: of its team, or of all where there is none or it has none. */
export function hoursOf({ hours }: Moment, team: string | null): OpeningHours[] {
  const own = team === null ? undefined : hours[team];
  return own ? [own] : team !== null && !(team in hours) ? [] : Object.values(hours);
}

/** What is known of how a team’s conversations go. Times in milliseconds. */
export interface Pace {
  /** How many conversations those who take chats have between them at most, and how many they have. */
  most: number;
  holds: number;
  /** How long people had the last conversations that they had to their end. */
  held: readonly number[];
  /** How long the last visitors waited for whom somebody had room. */
  takenIn: readonly number[];
}

/** From fewer conversations than these nothing is foretold. */
const TOO_FEW = 5;

const mean = (all: readonly number[]): number => all.reduce((sum, one) => sum + one, 0) / all.length;

/**
 * How long, in milliseconds, the visitor at a place of the line (1 is next) still waits, as is to be expected; null where
 * it cannot be told: nobody takes chats, or too few were talked to.
 *
 * As in the model M/M/c (D. Gross et al., *Fundamentals of Queueing Theory*, 2.3) with c places at which people answer: while all
 * are taken, one comes free every H/c on average, H being how long a conversation is held on average. Who comes later stands
 * behind, so that arrivals make the line longer but nobody’s wait. For whom there is a place it takes as long as people
 * took lately to take somebody up.
 */
export function expectedWait(place: number, { most, holds, held, takenIn }: Pace): number | null {
  if (most <= 0) return null;
  const ahead = place - Math.max(0, most - holds);
  const up = takenIn.length >= TOO_FEW ? mean(takenIn) : null;
  if (ahead <= 0) return up;
  return held.length < TOO_FEW ? null : (ahead * mean(held)) / most + (up ?? 0);
}

/** The waits that are told, in minutes: it is rounded up to the next, as who is told less is disappointed. */
const TOLD = [1, 2, 3, 5, 10, 15, 20, 30];

/** A wait as visitors are told it: minutes, rounded up; 0 for longer than is told, null where nothing is. */
export function toldWait(milliseconds: number | null): number | null {
  if (milliseconds === null) return null;
  return TOLD.find(minutes => milliseconds <= minutes * 60_000) ?? 0;
}

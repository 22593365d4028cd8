import { dice } from '../flow/dice.ts';
import { type Answerer, offersFor, type WaitingVisitor } from './routing.ts';
import { expectedWait } from './wait.ts';

/** A made-up centre, for a day: how many come an hour, how many answer, and how long each has somebody, in milliseconds. */
export interface Centre {
  hours: number;
  arrivals: number;
  answerers: number;
  most: number;
  held: number;
  /** How long people take to take up what they are offered. */
  takenIn: number;
}

/** A visitor of that day: where they stood when they came, what they would have been told, and how long they waited; all in milliseconds. */
export interface Waited {
  place: number;
  foretold: number | null;
  waited: number;
}

/** The last so many are looked back on. */
const LOOKED_BACK = 50;

/**
 * Plays a day of a centre, event by event: visitors come at random (a Poisson process), wait in one line, are offered to who
 * has room, and are held for exponential times. The same seed is the same day.
 */
export function playDay(centre: Centre, seed: number): Waited[] {
  const random = dice(seed);
  const exponential = (average: number): number => -Math.log(1 - random()) * average;
  const end = centre.hours * 3_600_000;
  const staff: Answerer[] = Array.from({ length: centre.answerers }, (_, at) => ({
    id: String(at),
    teams: [],
    languages: [],
    skills: [],
    holds: 0,
    most: centre.most,
    isOffered: false,
    givenAt: 0,
  }));
  const frees: Array<{ at: number; member: string }> = [];
  const line: Array<WaitingVisitor & { stands: Omit<Waited, 'waited'> }> = [];
  const held: number[] = [];
  const takenIn: number[] = [];
  const waited: Waited[] = [];
  let comes = exponential(3_600_000 / centre.arrivals);
  let count = 0;
  while (comes < end || line.length > 0) {
    const free = frees[0];
    const now = comes < end && (!free || comes <= free.at) ? comes : free!.at;
    if (free && now === free.at) {
      frees.shift();
      staff.find(({ id }) => id === free.member)!.holds--;
    } else {
      comes += exponential(3_600_000 / centre.arrivals);
      const holds = staff.reduce((sum, who) => sum + who.holds, 0);
      const place = line.length + 1;
      const foretold = expectedWait(place, { most: centre.answerers * centre.most, holds, held, takenIn });
      const id = String(++count);
      line.push({
        id,
        since: now,
        urgent: false,
        team: null,
        prefers: [],
        skill: null,
        language: null,
        letBy: [],
        stands: { place, foretold },
      });
    }
    // Whoever has room for more is asked again once they have taken one.
    for (let offers = offersFor(line, staff, now); offers.length > 0; offers = offersFor(line, staff, now))
      for (const { conversation, member } of offers) {
        const at = line.findIndex(({ id }) => id === conversation);
        const [visitor] = line.splice(at, 1);
        const up = exponential(centre.takenIn);
        const lasts = exponential(centre.held);
        const who = staff.find(({ id }) => id === member)!;
        who.holds++;
        who.givenAt = now;
        const leaves = now + up + lasts;
        const behind = frees.findIndex(other => other.at > leaves);
        frees.splice(behind < 0 ? frees.length : behind, 0, { at: leaves, member });
        held.push(lasts);
        takenIn.push(up);
        for (const past of [held, takenIn]) if (past.length > LOOKED_BACK) past.shift();
        waited.push({ ...visitor!.stands, waited: now + up - visitor!.since });
      }
  }
  return waited;
}

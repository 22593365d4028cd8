/** How long somebody is left in peace with a conversation that they let go by, in milliseconds. */
export const OFFERED_AGAIN_AFTER = 2 * 60_000;
/** How often at most somebody is offered the same conversation: who lets it go by thrice does not want it. */
export const OFFERED_AT_MOST = 3;

/** Who is urgent stands in line as if they had come so much earlier, in milliseconds: before most, and not before everybody for ever. */
export const URGENT_AHEAD = 600_000;

/** An offer that nobody took up: who let it go by, and when it ended, in epoch milliseconds. */
export interface LetBy {
  member: string;
  at: number;
}

/** A visitor who waits for a person, and has been offered to nobody who could still take them. */
export interface WaitingVisitor {
  /** The conversation. */
  id: string;
  /** Since when they wait, in epoch milliseconds. */
  since: number;
  /** They stand before most others. */
  urgent: boolean;
  /** The team that they wait for; null for whoever is there. */
  team: string | null;
  /** Who is to have them if they can, the best first: whom the flow named, who spoke with them before. */
  prefers: readonly string[];
  /** The language that they write (`en`, `de`); null where it is not known. */
  language: string | null;
  /** What whoever has them is to know, as the flow says it; null where it says nothing. */
  skill: string | null;
  letBy: readonly LetBy[];
}

/** Somebody who takes chats now. */
export interface Answerer {
  id: string;
  teams: readonly string[];
  languages: readonly string[];
  /** What they know best. */
  skills: readonly string[];
  /** How many conversations they have. */
  holds: number;
  /** How many at most. */
  most: number;
  /** Whether they are being offered one: they are asked about the next when they have answered. */
  isOffered: boolean;
  /** When they were last given one, in epoch milliseconds; 0 if never. */
  givenAt: number;
}

/** That a conversation is to be offered to somebody. */
export interface Offer {
  conversation: string;
  member: string;
}

type Standing = Pick<WaitingVisitor, 'since' | 'urgent' | 'id'>;

const standsSince = ({ since, urgent }: Standing): number => (urgent ? since - URGENT_AHEAD : since);

/**
 * Who waits is before who came later. Of two who came in the same millisecond the older conversation is: identities count
 * up, and are digits that may be too many for a number.
 */
export function inLine(a: Standing, b: Standing): number {
  return standsSince(a) - standsSince(b) || a.id.length - b.id.length || (a.id < b.id ? -1 : a.id > b.id ? 1 : 0);
}

/** The line in order; as it is, where it is: whoever reads it from a database has it in order already. */
function inOrder(waiting: readonly WaitingVisitor[]): readonly WaitingVisitor[] {
  for (let at = 1; at < waiting.length; at++)
    if (inLine(waiting[at - 1]!, waiting[at]!) > 0) return waiting.toSorted(inLine);
  return waiting;
}

/** Whether somebody may be offered a conversation that they may have let go by before. */
function mayBeOffered({ letBy }: WaitingVisitor, member: string, now: number): boolean {
  let times = 0;
  for (const past of letBy) {
    if (past.member !== member) continue;
    times++;
    if (now - past.at < OFFERED_AGAIN_AFTER) return false;
  }
  return times < OFFERED_AT_MOST;
}

const isSame = (a: string, b: string): boolean => a.trim().toLowerCase() === b.trim().toLowerCase();

/** Below nought where the first is to be asked before the second. */
function sooner(a: Answerer, b: Answerer, { prefers, skill, language }: WaitingVisitor): number {
  const wish = (who: Answerer): number => {
    const at = prefers.indexOf(who.id);
    return at < 0 ? prefers.length : at;
  };
  const knows = (who: Answerer): number => (skill !== null && who.skills.some(one => isSame(one, skill)) ? 0 : 1);
  const speaks = (who: Answerer): number => (language !== null && who.languages.includes(language) ? 0 : 1);
  return (
    wish(a) - wish(b) ||
    knows(a) - knows(b) ||
    speaks(a) - speaks(b) ||
    a.holds - b.holds ||
    a.givenAt - b.givenAt ||
    (a.id < b.id ? -1 : a.id > b.id ? 1 : 0)
  );
}

/** The teams, each with who of it may be asked; under null everybody who may. */
class Free {
  private readonly free = new Map<string | null, Map<string, Answerer>>();

  constructor(answerers: readonly Answerer[]) {
    for (const who of answerers)
      if (who.holds < who.most && !who.isOffered) for (const team of [null, ...who.teams]) this.put(team, who);
  }

  get isEmpty(): boolean {
    return (this.free.get(null)?.size ?? 0) === 0;
  }

  of(team: string | null): Iterable<Answerer> {
    return this.free.get(team)?.values() ?? [];
  }

  take({ id, teams }: Answerer): void {
    for (const team of [null, ...teams]) this.free.get(team)?.delete(id);
  }

  private put(team: string | null, who: Answerer): void {
    this.free.set(team, (this.free.get(team) ?? new Map<string, Answerer>()).set(who.id, who));
  }
}

/**
 * Who is offered which conversation at `now` (epoch milliseconds): whoever has waited longest is thought of first, and gets,
 * of those of their team who have room, whom they are meant for, else who knows what is asked for, else who speaks their language, else who has least, else
 * who has been idle longest. Nobody is offered more than they take, nobody who waits is passed over for somebody who came
 * later and waits for the same people. The same is decided whenever the same is asked.
 */
export function offersFor(waiting: readonly WaitingVisitor[], answerers: readonly Answerer[], now: number): Offer[] {
  const free = new Free(answerers);
  const offers: Offer[] = [];
  for (const visitor of inOrder(waiting)) {
    if (free.isEmpty) break;
    let best: Answerer | undefined;
    for (const who of free.of(visitor.team)) {
      if (best && sooner(best, who, visitor) <= 0) continue;
      if (mayBeOffered(visitor, who.id, now)) best = who;
    }
    if (!best) continue;
    free.take(best);
    offers.push({ conversation: visitor.id, member: best.id });
  }
  return offers;
}

/**
 * Where each who waits stands, 1 being next: behind everybody who waits longer and would be given to the same people.
 * @param line in order
 */
export function placesIn(line: ReadonlyArray<Pick<WaitingVisitor, 'id' | 'team'>>): Map<string, number> {
  const places = new Map<string, number>();
  const before = new Map<string | null, number>();
  line.forEach(({ id, team }, at) => {
    const ahead = team === null ? at : (before.get(team) ?? 0) + (before.get(null) ?? 0);
    places.set(id, ahead + 1);
    before.set(team, (before.get(team) ?? 0) + 1);
  });
  return places;
}

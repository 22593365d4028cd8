/** What a browser remembers for its pages of the site. */
export interface Remembered {
  /** How many visits there were, and when a page was last looked at, in milliseconds of the epoch. */
  visits: number;
  at: number;
  /** When the visit before this one was. */
  before?: number;
  /** By which a share of visitors is meant. */
  lot: number;
  /** When cues last appeared by themselves, and those that were sent away. */
  appeared: Record<string, number>;
  sentAway: string[];
  /** How often something appeared in this visit, and today. */
  inVisit: number;
  day: string;
  inDay: number;
  /** By what the pages know the browser again, once the chat was opened. */
  mark?: string;
}

const NAME = 'kineta.reach';
/** Who comes again after so long is on another visit, in milliseconds. */
const VISIT = 1_800_000;
const DAY = 86_400_000;
/** So many cues are remembered, the last ones. */
const MOST = 100;

/** In memory alone where nothing may be kept, or can be. */
let here: Remembered | undefined;

const today = (): string => new Date().toISOString().slice(0, 10);

function kept(): Partial<Remembered> {
  try {
    return JSON.parse(localStorage[NAME] ?? null) ?? {};
  } catch {
    return {};
  }
}

/** @param mayKeep whether the page’s visitor has agreed to that, or is not asked */
export function remember(memory: Remembered, mayKeep: boolean): void {
  here = memory;
  try {
    if (mayKeep) localStorage[NAME] = JSON.stringify(memory);
    else delete localStorage[NAME];
  } catch {
    // It lasts as long as the page.
  }
}

/** What is remembered, with the page that is looked at now counted to its visit. */
export function recall(mayKeep: boolean): Remembered {
  const now = Date.now();
  const was = here ?? (mayKeep ? kept() : {});
  const isNew = !(now - (was.at ?? 0) < VISIT);
  const isToday = was.day === today();
  const memory: Remembered = {
    visits: (Number(was.visits) || 0) + (isNew ? 1 : 0),
    at: now,
    before: isNew ? was.at : was.before,
    lot: was.lot ?? Math.random(),
    appeared: was.appeared ?? {},
    sentAway: was.sentAway ?? [],
    inVisit: isNew ? 0 : was.inVisit || 0,
    day: today(),
    inDay: isToday ? was.inDay || 0 : 0,
    mark: was.mark,
  };
  remember(memory, mayKeep);
  return memory;
}

/** Since how many days they were not here. */
export const daysAway = ({ before }: Remembered): number | undefined =>
  before === undefined ? undefined : Math.floor((Date.now() - before) / DAY);

/** The same with a cue that has just appeared. */
export function withAppeared(memory: Remembered, cue: string): Remembered {
  const { [cue]: _, ...others } = memory.appeared;
  const last = Object.entries(others).slice(1 - MOST);
  return {
    ...memory,
    appeared: { ...Object.fromEntries(last), [cue]: Date.now() },
    inVisit: memory.inVisit + 1,
    inDay: memory.inDay + 1,
  };
}

/** The same with a cue that was sent away, which does not come by itself again. */
export const withSentAway = (memory: Remembered, cue: string): Remembered => ({
  ...memory,
  sentAway: [...memory.sentAway, cue].slice(-MOST),
});

/** By what the pages know the browser again: made up when there is something to know. */
export const made = (): string =>
  Array.from(crypto.getRandomValues(new Uint8Array(22)), byte => (byte % 36).toString(36)).join('');

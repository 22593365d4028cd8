/** A time until which a conversation may be put off, by the clock of who does. */
export interface LaterTime {
  label: string;
  at: Date;
}

/** When a working day begins, in hours. */
const MORNING = 9;

const inHours = (now: Date, hours: number): Date => new Date(now.getTime() + hours * 3_600_000);

/** The morning of the day that many days on; by the calendar, so that it is right over a change of the clock. */
const morningIn = (now: Date, days: number): Date =>
  new Date(now.getFullYear(), now.getMonth(), now.getDate() + days, MORNING);

/** The times that are offered, the soonest first. */
export function laterTimes(now = new Date()): LaterTime[] {
  const untilMonday = (8 - now.getDay()) % 7 || 7;
  return [
    { label: 'In an hour', at: inHours(now, 1) },
    { label: 'In three hours', at: inHours(now, 3) },
    { label: 'Tomorrow morning', at: morningIn(now, 1) },
    // On a Sunday that is tomorrow.
    ...(untilMonday > 1 ? [{ label: 'Monday morning', at: morningIn(now, untilMonday) }] : []),
  ];
}

/** A time as a field for it has it, `2026-11-27T09:00`, by the clock of who sits here. */
export function asField(at: Date): string {
  const two = (number: number): string => String(number).padStart(2, '0');
  const date = [at.getFullYear(), at.getMonth() + 1, at.getDate()].map(two).join('-');
  return `${date}T${two(at.getHours())}:${two(at.getMinutes())}`;
}

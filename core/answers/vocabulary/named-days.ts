/** A day of the year by its name: its month and its day, or how many days it lies from Easter Sunday. */
export type NamedDay = readonly [month: number, day: number] | { fromEaster: number };

/** Easter Sunday of a year in the Gregorian calendar (Meeus, Jones and Butcher; “Astronomical Algorithms”, chapter 8). */
export function easter(year: number): { month: number; day: number } {
  const a = year % 19;
  const b = Math.floor(year / 100);
  const c = year % 100;
  const d = Math.floor(b / 4);
  const e = b % 4;
  const g = Math.floor((8 * b + 13) / 25);
  const h = (19 * a + b - d - g + 15) % 30;
  const i = Math.floor(c / 4);
  const k = c % 4;
  const l = (32 + 2 * e + 2 * i - h - k) % 7;
  const m = Math.floor((a + 11 * h + 22 * l) / 451);
  const sum = h + l - 7 * m + 114;
  return { month: Math.floor(sum / 31), day: (sum % 31) + 1 };
}

const iso = (time: number): string => new Date(time).toISOString().slice(0, 10);

function dayOf(named: NamedDay, year: number): string {
  if ('fromEaster' in named) {
    const { month, day } = easter(year);
    return iso(Date.UTC(year, month - 1, day + named.fromEaster));
  }
  return iso(Date.UTC(year, named[0] - 1, named[1]));
}

/** The next such day from a day on, both as ISO 8601 dates. */
export function nextNamed(named: NamedDay, today: string): string {
  const year = Number(today.slice(0, 4));
  const here = dayOf(named, year);
  return here >= today ? here : dayOf(named, year + 1);
}

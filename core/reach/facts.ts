import type { Fact, Facts } from '../facts/fact.ts';

/** What reach knows of a visit beside what every flow is given. */
const own: ReadonlyArray<Fact & { of(visit: Counted): Facts[string] | undefined }> = [
  { name: 'visits', type: 'number', scope: 'visit', of: ({ visits }) => visits },
  { name: 'country', type: 'text', scope: 'visit', of: ({ language }) => countryOf(language) },
  { name: 'days away', type: 'number', scope: 'visit', of: ({ daysAway }) => daysAway },
];

/** What is counted of somebody’s visits, and the language that their browser is set to. */
export interface Counted {
  visits: number;
  language: string;
  /** Since how many days they were not there; undefined of who is there for the first time. */
  daysAway?: number | undefined;
}

/** The country that a browser’s language names (`en-GB`), by its two letters; undefined where it names none. */
function countryOf(language: string): string | undefined {
  try {
    return new Intl.Locale(language).region;
  } catch {
    return undefined;
  }
}

/** The facts that cues may ask about beside those that every flow is given, and those of persons. */
export const reachFacts: readonly Fact[] = own.map(({ of: _, ...fact }) => fact);

/** Their values. */
export function reachValues(visit: Counted): Facts {
  return Object.fromEntries(
    own.flatMap(({ name, of }) => {
      const value = of(visit);
      return value === undefined ? [] : [[name, value]];
    }),
  );
}

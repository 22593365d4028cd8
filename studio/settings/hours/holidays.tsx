import { type ProposedHoliday, teamRoutes } from '@kineta/contract';
import type { ChosenHolidays, SpecialDay } from '@kineta/core';
import { countries } from '../../account/regions.ts';
import { useRoute } from '../../shell/query.ts';
import { Button } from '../../ui/button.tsx';
import { Select } from '../../ui/field.tsx';
import { Skeleton } from '../../ui/skeleton.tsx';

/** The days on which chosen holidays fall next, for the picture of the weeks to come. */
export function daysOf(chosen: ChosenHolidays | undefined, proposed: readonly ProposedHoliday[]): SpecialDay[] {
  const rules = new Set(chosen?.rules.map(({ rule }) => rule));
  return proposed
    .filter(({ rule }) => rules.has(rule))
    .map(({ from, to, name }) => ({ from, to, name: name.slice(0, 80), open: [] }));
}

/** The holidays of a country that can be chosen. */
export function useHolidays(country: string, region: string | undefined) {
  return useRoute(teamRoutes.holidays, { query: { country, ...(region ? { region } : {}) } });
}

/** The public holidays on which it is closed: proposed by the country’s calendar, and each chosen. */
export function Holidays({
  chosen,
  country: usual,
  language,
  onChange,
}: {
  chosen: ChosenHolidays | undefined;
  country: string;
  language: string;
  onChange: (chosen: ChosenHolidays | undefined) => void;
}) {
  const country = chosen?.country ?? usual;
  const { data } = useHolidays(country, chosen?.region);
  const rules = chosen?.rules ?? [];
  const keep = (to: ChosenHolidays['rules']) =>
    onChange({ country, ...(chosen?.region ? { region: chosen.region } : {}), rules: to });
  const day = new Intl.DateTimeFormat(language, { weekday: 'short', day: 'numeric', month: 'short', timeZone: 'UTC' });
  return (
    <section>
      <h3 className="text-xs font-semibold tracking-wider text-ink-2 uppercase">Public holidays</h3>
      <p className="text-ink-2">Those you choose are closed in every year to come.</p>
      <div className="my-2 flex flex-wrap items-center gap-2">
        <Select
          name="Country of the holidays"
          value={country}
          onChange={event => onChange({ country: event.target.value, rules: [] })}
        >
          {countries.map(({ code, name }) => (
            <option key={code} value={code}>
              {name}
            </option>
          ))}
        </Select>
        {data && data.regions.length > 0 ? (
          <Select
            name="Part of the country"
            value={chosen?.region ?? ''}
            onChange={event =>
              onChange({ country, ...(event.target.value ? { region: event.target.value } : {}), rules })
            }
          >
            <option value="">the whole country</option>
            {data.regions.map(({ code, name }) => (
              <option key={code} value={code}>
                {name}
              </option>
            ))}
          </Select>
        ) : null}
        {data ? (
          <Button onClick={() => keep(data.holidays.map(({ rule, name }) => ({ rule, name })))}>
            Closed on all {data.holidays.length}
          </Button>
        ) : null}
      </div>
      {data ? (
        <ul aria-label="Holidays" className="grid grid-cols-2 gap-x-6 max-md:grid-cols-1">
          {data.holidays.map(({ rule, name, from }) => (
            <li key={rule}>
              <label className="flex min-h-8 items-center gap-2">
                <input
                  type="checkbox"
                  checked={rules.some(one => one.rule === rule)}
                  onChange={event =>
                    keep(event.target.checked ? [...rules, { rule, name }] : rules.filter(one => one.rule !== rule))
                  }
                />
                <span className="min-w-0 flex-1 truncate">{name}</span>
                <span className="text-ink-2">{day.format(Date.parse(from))}</span>
              </label>
            </li>
          ))}
        </ul>
      ) : (
        <Skeleton lines={4} />
      )}
    </section>
  );
}

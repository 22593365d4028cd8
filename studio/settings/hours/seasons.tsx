import type { OpenStretch, Season } from '@kineta/core';
import { AddButton } from '../../ui/add-button.tsx';
import { Select, SmallInput } from '../../ui/field.tsx';
import { RemoveButton } from '../../ui/remove-button.tsx';
import { dateFormat } from '../../ui/writing.ts';
import { WeekEditor } from './week-editor.tsx';

/** A year with a 29 February. */
const LEAP = 2024;
const monthNames = (): string[] => {
  const { format } = dateFormat({ month: 'long', timeZone: 'UTC' });
  return Array.from({ length: 12 }, (_, month) => format(Date.UTC(LEAP, month, 1)));
};
const daysIn = (month: number): number => new Date(Date.UTC(LEAP, month, 0)).getUTCDate();
const two = (number: number): string => String(number).padStart(2, '0');

/** A day of every year, as `MM-DD`: no year is asked for, as a field for dates would. */
function DayOfYear({ name, day, onChange }: { name: string; day: string; onChange: (day: string) => void }) {
  const [month = 1, date = 1] = day.split('-').map(Number);
  const pick = (toMonth: number, toDate: number) =>
    onChange(`${two(toMonth)}-${two(Math.min(toDate, daysIn(toMonth)))}`);
  return (
    <span className="flex gap-1">
      <Select name={`${name}, day`} value={date} onChange={event => pick(month, Number(event.target.value))}>
        {Array.from({ length: daysIn(month) }, (_, at) => (
          <option key={at} value={at + 1}>
            {at + 1}
          </option>
        ))}
      </Select>
      <Select name={`${name}, month`} value={month} onChange={event => pick(Number(event.target.value), date)}>
        {monthNames().map((monthName, at) => (
          <option key={monthName} value={at + 1}>
            {monthName}
          </option>
        ))}
      </Select>
    </span>
  );
}

/** Parts of every year with a week of their own; a new one begins with the ordinary week. */
export function Seasons({
  week,
  seasons,
  onChange,
}: {
  week: OpenStretch[];
  seasons: Season[];
  onChange: (seasons: Season[]) => void;
}) {
  const change = (index: number, to: Partial<Season>) =>
    onChange(seasons.map((season, at) => (at === index ? { ...season, ...to } : season)));
  return (
    <section>
      <h3 className="text-xs font-semibold tracking-wider text-ink-2 uppercase">Seasons</h3>
      <p className="text-ink-2">A part of every year with a week of its own, such as the heating season.</p>
      {seasons.map((season, index) => (
        <fieldset key={index} className="mt-2 rounded-md border border-rule p-3">
          <legend className="sr-only">{season.name || 'A season'}</legend>
          <div className="flex flex-wrap items-center gap-2">
            <SmallInput
              name="Name of the season"
              value={season.name}
              placeholder="Heating season"
              onChange={event => change(index, { name: event.target.value })}
            />
            <span className="text-ink-2">from</span>
            <DayOfYear name="From" day={season.from} onChange={from => change(index, { from })} />
            <span className="text-ink-2">to</span>
            <DayOfYear name="To" day={season.to} onChange={to => change(index, { to })} />
            <span className="text-ink-2">of every year</span>
            <RemoveButton
              name={`Remove the season ${season.name}`}
              onClick={() => onChange(seasons.filter((_, at) => at !== index))}
            />
          </div>
          <WeekEditor week={season.open} onChange={open => change(index, { open })} />
        </fieldset>
      ))}
      <div className="mt-2">
        <AddButton onClick={() => onChange([...seasons, { name: '', from: '10-01', to: '04-30', open: week }])}>
          A season
        </AddButton>
      </div>
    </section>
  );
}

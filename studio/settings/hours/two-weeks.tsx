import { type OpeningHours, openDays } from '@kineta/core';
import { useId } from 'react';

const MARKS = [0, 6, 12, 18, 24];

/** The next two weeks as visitors meet them: a line a day, its open hours as bars. */
export function TwoWeeks({
  hours,
  language,
  now = Date.now(),
}: {
  hours: OpeningHours;
  language: string;
  now?: number;
}) {
  const heading = useId();
  const dayName = new Intl.DateTimeFormat(language, {
    weekday: 'short',
    day: 'numeric',
    month: 'short',
    timeZone: 'UTC',
  });
  const clock = new Intl.DateTimeFormat(language, { hour: '2-digit', minute: '2-digit', timeZone: hours.zone });
  const local = new Intl.DateTimeFormat('en-GB', { hour: '2-digit', minute: '2-digit', timeZone: hours.zone });
  /** Where an instant stands on its day’s clock, as a share of it. */
  const placeOf = (at: number, isEnd: boolean): number => {
    const [hour = 0, minute = 0] = local.format(at).split(':').map(Number);
    const minutes = (hour % 24) * 60 + minute;
    return (isEnd && minutes === 0 ? 1_440 : minutes) / 1_440;
  };
  const special = (date: string) => hours.special.find(({ from, to }) => from <= date && date <= to);
  return (
    <section aria-labelledby={heading}>
      <h3 id={heading} className="mb-1.5 text-xs font-semibold tracking-wider text-ink-2 uppercase">
        The next two weeks for visitors
      </h3>
      <ol>
        {openDays(hours, now, 14).map(({ date, open }) => {
          const words = open.map(([from, to]) => `${clock.format(from)} to ${clock.format(to)}`).join(', ') || 'closed';
          const name = special(date)?.name;
          return (
            <li key={date} className="grid grid-cols-[6rem_1fr] items-center gap-2 py-0.5">
              <span className="text-[0.8125rem]">{dayName.format(Date.parse(date))}</span>
              <span className="relative block h-4 rounded-sm bg-paper-2" title={words}>
                <span className="sr-only">
                  {words}
                  {name ? `, ${name}` : ''}
                </span>
                {open.map(([from, to]) => {
                  const [left, right] = [placeOf(from, false), placeOf(to, true)];
                  return (
                    <span
                      key={from}
                      aria-hidden="true"
                      className="absolute inset-y-0 rounded-sm bg-petrol/45"
                      style={{ left: `${left * 100}%`, width: `${Math.max(0.005, right - left) * 100}%` }}
                    />
                  );
                })}
                {name ? (
                  <span aria-hidden="true" className="absolute inset-y-0 right-1 text-2xs leading-4 text-ink-2">
                    {name}
                  </span>
                ) : null}
              </span>
            </li>
          );
        })}
      </ol>
      <div aria-hidden="true" className="ml-26 flex justify-between text-2xs text-ink-2">
        {MARKS.map(mark => (
          <span key={mark}>{mark}</span>
        ))}
      </div>
      <p className="mt-1 text-ink-2">By the clock of {hours.zone.replaceAll('_', ' ')}, summer time included.</p>
    </section>
  );
}

import type { Team } from '@kineta/contract';
import { openDays } from '@kineta/core';

const HOUR = 3_600_000;
const MARKS = [0, 3, 6, 9, 12, 15, 18, 21, 24];

/** The day as a strip of hours: how many conversations began in each, and when each team is there. */
export function HoursStrip({
  since,
  hours,
  teams,
  now = Date.now(),
}: {
  since: string;
  hours: readonly number[];
  teams: readonly Team[];
  now?: number;
}) {
  const begins = Date.parse(since);
  // A day on which the clock is changed has an hour less or more; the strip is the clock’s all the same.
  const share = (at: number): string => `${Math.min(100, Math.max(0, ((at - begins) / (24 * HOUR)) * 100))}%`;
  const most = Math.max(4, ...hours);
  return (
    <section aria-label="The day" className="border-t-2 border-ink pt-3">
      <div className="relative">
        <div className="grid grid-cols-[7rem_1fr] items-end">
          <span className="text-xs font-semibold tracking-wider text-ink-2 uppercase">Came</span>
          <ol className="flex h-16 items-end gap-0.5" aria-label="Conversations by the hour">
            {Array.from({ length: 24 }, (_, hour) => (
              <li key={hour} className="flex-1" title={`${hours[hour] ?? 0} from ${hour}:00`}>
                <span className="sr-only">
                  {hour}:00: {hours[hour] ?? 0}
                </span>
                <span
                  aria-hidden="true"
                  className="block rounded-t-sm bg-petrol"
                  style={{ height: `${((hours[hour] ?? 0) / most) * 60}px` }}
                />
              </li>
            ))}
          </ol>
        </div>
        <ul aria-label="Teams">
          {teams.map(team => {
            const open = team.hours
              ? (openDays(team.hours, now, 1)[0]?.open ?? [])
              : [[begins, begins + 24 * HOUR] as const];
            return (
              <li key={team.id} className="mt-1.5 grid grid-cols-[7rem_1fr] items-center">
                <span className="truncate pr-2">{team.name}</span>
                <span className="relative block h-3 rounded-sm bg-paper-2">
                  {open.map(([from, to]) => (
                    <span
                      key={from}
                      aria-hidden="true"
                      className="absolute inset-y-0 rounded-sm bg-petrol/35"
                      style={{ left: share(from), width: `calc(${share(to)} - ${share(from)})` }}
                    />
                  ))}
                  <span className="sr-only">{team.open ? 'open now' : 'closed now'}</span>
                </span>
              </li>
            );
          })}
        </ul>
        <div className="pointer-events-none absolute inset-y-0 right-0 left-28" aria-hidden="true">
          <span className="absolute inset-y-0 w-0.5 bg-brick" style={{ left: share(now) }} />
        </div>
      </div>
      <div aria-hidden="true" className="mt-1 ml-28 flex justify-between font-mono text-xs text-ink-2">
        {MARKS.map(mark => (
          <span key={mark}>{mark}</span>
        ))}
      </div>
    </section>
  );
}

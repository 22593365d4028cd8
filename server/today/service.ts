import type { Today } from '@kineta/contract';
import { DateTime } from 'luxon';
import type { House } from '../house/house.ts';
import type { SignedIn } from '../house/ports.ts';

/** How many days of the same weekday are taken for what is usual. */
const WEEKS = 4;
/** How many lines may be put away; there are fewer. */
const MOST_AWAY = 50;

/**
 * What is to do and how the day goes, from what the areas look up. Usual is the mean of the same weekdays before, up to the
 * same time of the clock, of which the workspace has lived through at least one.
 */
export async function todayOf({ ports, areas, ...house }: House, me: SignedIn, now = Date.now()): Promise<Today> {
  const { workspace } = await ports.directories.of(me.workspace);
  const at = DateTime.fromMillis(now, { zone: workspace.zone });
  const since = at.startOf('day');
  const all = { ...house, ports, areas };
  const todos = me.role === 'lead' ? areas.flatMap(area => area.todo?.(all) ?? []) : [];
  const counts = areas.flatMap(area => area.day?.(all) ?? []);
  const before = Array.from({ length: WEEKS }, (_, week) => since.minus({ weeks: week + 1 })).filter(
    day => day.toMillis() >= workspace.createdAt.getTime(),
  );
  const [todo, figures, hours] = await Promise.all([
    Promise.all(
      todos.map(async ({ code, look }) => {
        const { done, about = {} } = await look(me.workspace);
        return { code, done, about, putAway: workspace.putAway.includes(code) };
      }),
    ),
    Promise.all(
      counts.map(async one => {
        const { code } = one;
        if ('now' in one) return { code, count: await one.now(me.workspace), usual: null };
        const { count } = one;
        const [today, ...usual] = await Promise.all([
          count(me.workspace, since.toJSDate(), at.toJSDate()),
          // By the clock on the wall: a day on which it is changed is as long as another up to a time of it.
          ...before.map(day =>
            count(me.workspace, day.toJSDate(), day.set({ hour: at.hour, minute: at.minute }).toJSDate()),
          ),
        ]);
        const mean = usual.length === 0 ? null : usual.reduce((sum, one) => sum + one, 0) / usual.length;
        return { code, count: today!, usual: mean };
      }),
    ),
    ports.figures.byHour(me.workspace, since.toJSDate(), at.toJSDate()),
  ]);
  return { todo, figures, since: since.toUTC().toISO()!, hours };
}

export async function putAway(
  { ports }: House,
  id: string,
  { code, away }: { code: string; away: boolean },
): Promise<void> {
  const { workspace } = await ports.directories.of(id);
  const others = workspace.putAway.filter(one => one !== code);
  await ports.directories.change(id, { putAway: away ? [...others, code].slice(-MOST_AWAY) : others });
}

/**
 * Hours as they were written before they had seasons and special days: a stretch could hold in some months only, and
 * `closedOn` were the days on which it was closed.
 */
interface Earlier {
  zone: string;
  open: Array<{ days: number[]; from: string; to: string; months?: number[] }>;
  closedOn?: string[];
}

const MONTHS = [1, 2, 3, 4, 5, 6, 7, 8, 9, 10, 11, 12];
const two = (number: number): string => String(number).padStart(2, '0');
/** The last day of a month in the longest year. */
const lastOf = (month: number): string => two(new Date(Date.UTC(2024, month, 0)).getUTCDate());

function isEarlier(hours: unknown): hours is Earlier {
  if (typeof hours !== 'object' || hours === null) return false;
  const { closedOn, open } = hours as Partial<Earlier>;
  return closedOn !== undefined || (Array.isArray(open) && open.some(one => one?.months !== undefined));
}

/** Hours of the earlier form as they are written today; anything else as it is, for the schema to judge. */
export function upgraded(hours: unknown): unknown {
  if (!isEarlier(hours) || !Array.isArray(hours.open)) return hours;
  const { zone, open, closedOn = [] } = hours;
  const plain = ({ days, from, to }: Earlier['open'][number]) => ({ days, from, to });
  const week = open.filter(({ months }) => months === undefined).map(plain);
  const inMonth = (month: number) => open.filter(({ months }) => months?.includes(month));
  const keyOf = (month: number) => JSON.stringify(inMonth(month).map(plain));
  const seasons = [];
  for (let month = 1; month <= 12; month++) {
    if (inMonth(month).length === 0) continue;
    let last = month;
    while (last < 12 && keyOf(last + 1) === keyOf(month)) last++;
    seasons.push({
      name: MONTHS.length === last - month + 1 ? 'All year' : `Months ${month} to ${last}`,
      from: `${two(month)}-01`,
      to: `${two(last)}-${lastOf(last)}`,
      open: [...week, ...inMonth(month).map(plain)],
    });
    month = last;
  }
  const first = seasons[0];
  const last = seasons.at(-1);
  // What goes on over the new year is one season.
  if (first && last && first !== last && first.from === '01-01' && last.to === '12-31' && keyOf(1) === keyOf(12)) {
    seasons.pop();
    first.name = last.name.replace(/\d+$/, first.name.match(/\d+$/)?.[0] ?? '');
    first.from = last.from;
  }
  return { zone, open: week, seasons, special: closedOn.map(day => ({ from: day, to: day, name: '', open: [] })) };
}

import { readFileSync } from 'node:fs';

/** The processors’ time so far, and how much of it the host gave to other machines, in ticks (proc(5), /proc/stat); nothing where that is not told. */
function ticks(): { all: number; stolen: number } | undefined {
  try {
    const [line = ''] = readFileSync('/proc/stat', 'utf8').split('\n');
    // user nice system idle iowait irq softirq steal
    const spent = line.trim().split(/\s+/).slice(1, 9).map(Number);
    return { all: spent.reduce((sum, one) => sum + one, 0), stolen: spent[7] ?? 0 };
  } catch {
    return undefined;
  }
}

/** Tells what share of the processors’ time was given to other machines from here on: what is measured meanwhile is slower by as much. */
export function stolenFromHere(): () => number | undefined {
  const before = ticks();
  return () => {
    const now = ticks();
    return before && now && now.all > before.all ? (now.stolen - before.stolen) / (now.all - before.all) : undefined;
  };
}

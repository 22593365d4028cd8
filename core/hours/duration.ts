import { z } from 'zod';

const units = { seconds: 1_000, minutes: 60_000, hours: 3_600_000, days: 86_400_000 } as const;

/** A length of time as people say it: 20 minutes, 2 days. At most 60 days. */
export const Duration = z
  .strictObject({
    amount: z.int().min(1).max(3_600),
    unit: z.enum(['seconds', 'minutes', 'hours', 'days']),
  })
  .refine(({ amount, unit }) => amount * units[unit] <= 60 * units.days, 'At most 60 days.');
export type Duration = z.infer<typeof Duration>;

export function milliseconds({ amount, unit }: Duration): number {
  return amount * units[unit];
}

/** “20 minutes”, “1 day”. */
export function durationWords({ amount, unit }: Duration): string {
  return `${amount} ${amount === 1 ? unit.slice(0, -1) : unit}`;
}

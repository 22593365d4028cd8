import type { Act } from '@kineta/core';
import type { Acting } from './deed.ts';

/** Has the areas carry out acts of a rule as they do those of flows, in the same transaction. */
export async function ordered(
  { host, row, directory, now, transaction, write, change, due }: Acting,
  ...acts: readonly Act[]
): Promise<void> {
  const came = await host.order(row, acts, { directory, now, transaction });
  write(...came.entries);
  change(came.changes ?? {});
  if (came.due !== undefined) due(came.due);
}

import type { Route } from '@kineta/contract';
import { toast } from 'sonner';
import type { z } from 'zod';
import { useAccount } from '../../account/store.ts';
import { call, type Given } from '../../shell/api.ts';
import { changedHere } from '../../shell/query.ts';

/**
 * Saves by a route, and lets what is shown elsewhere be read anew: what these routes answered, and the account.
 * @returns what the server kept
 */
export function useSaved<R extends Route>(
  route: R,
  ...stale: readonly Route[]
): (given: Given<R>) => Promise<z.output<R['reply']>> {
  const load = useAccount(state => state.load);
  return async given => {
    const kept = await call(route, given);
    await changedHere(...stale);
    void load();
    toast.success('Saved.');
    return kept;
  };
}

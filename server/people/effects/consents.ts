import type { Effect } from '../../house/effect.ts';
import type { House } from '../../house/house.ts';
import { consents } from '../model.ts';

/**
 * Keeps what a visitor agreed to, or did not, in the exact words that were shown; a withdrawal closes what was given
 * before and deletes nothing, as it has to be shown later what held when.
 */
export function keepConsents({ tables }: House): Effect<'record consent' | 'withdraw consent'> {
  return {
    acts: ['record consent', 'withdraw consent'],
    async carryOut(acts, { conversation: { workspace, visitor, id, isTest }, now, transaction }) {
      if (isTest) return;
      const rows = tables.in(workspace).of(consents);
      for (const act of acts) {
        const { purpose } = act;
        // A new answer replaces the one before it, so that at most one holds for a purpose.
        await rows.change({ withdrawnAt: now }, { visitorId: visitor, purpose, withdrawnAt: null }, { transaction });
        if (act.act === 'record consent')
          await rows.add(
            {
              visitorId: visitor,
              conversationId: id,
              purpose,
              given: act.given,
              wording: act.wording,
              policy: act.policy ?? null,
              at: now,
            },
            { transaction },
          );
      }
    },
  };
}

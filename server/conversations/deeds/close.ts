import { closedByRule } from '@kineta/core';
import { changesFor, holdingOf } from '../holding.ts';
import type { Doing } from './deed.ts';

export const close: Doing<'close'> = {
  deed: 'close',
  async carryOut({ outcome }, { row, change }) {
    if (row.holder === 'done') return { undone: 'found it closed already' };
    change({
      ...changesFor(row, closedByRule(holdingOf(row))),
      ...(outcome && row.outcome === null ? { outcome } : {}),
    });
    return { deed: 'close', ...(row.holder === 'waiting' ? { waiting: true as const } : {}) };
  },
};

import { raiseIn } from '../tagging.ts';
import type { Doing } from './deed.ts';

export const raise: Doing<'raise'> = {
  deed: 'raise',
  async carryOut(_, { house, row, transaction, change }) {
    const changes = await raiseIn(house, row, true, transaction);
    if (!changes) return { undone: 'found it urgent already' };
    change(changes);
    return { deed: 'raise' };
  },
};

import { fallsDue } from '@kineta/core';
import { QueryTypes } from 'sequelize';
import type { Duty } from '../clockwork/clockwork.ts';
import type { House } from '../house/house.ts';
import type { Announcer } from './announcer.ts';
import { changesFor, holdingOf } from './holding.ts';
import { append } from './log.ts';

const EVERY = 5_000;
const AT_ONCE = 200;

/** Brings back what was put off, when its time has come. */
export function putOff(house: House, announcer: Announcer): Duty {
  // Raw: over all workspaces, the longest due first, along an index.
  const due = () =>
    house.database.query<{ id: string; workspace: string }>(
      `SELECT id, workspace_id AS workspace FROM conversations
       WHERE later_until <= UTC_TIMESTAMP(3) ORDER BY later_until LIMIT ${AT_ONCE}`,
      { type: QueryTypes.SELECT },
    );
  return {
    name: 'what was put off',
    every: EVERY,
    async turn() {
      const found = await due();
      let back = 0;
      for (const { id, workspace } of found) {
        const told = await append(house, { workspace, conversation: id }, async row => {
          const { holding, entries } = fallsDue(holdingOf(row), Date.now());
          return { entries, changes: changesFor(row, holding) };
        });
        await announcer.announce(told);
        back += told.batch.entries.length;
      }
      // Of what this process’s clock has not come to, nothing came back: it is looked again in a while.
      return found.length === AT_ONCE && back > 0;
    },
  };
}

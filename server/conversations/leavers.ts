import { leftTheTeam, Who } from '@kineta/core';
import { z } from 'zod';
import type { House } from '../house/house.ts';
import type { Listener } from '../stream/listener.ts';
import type { Announcer } from './announcer.ts';
import { changesFor, holdingOf } from './holding.ts';
import { append } from './log.ts';
import { conversations } from './model.ts';

const Removed = z.object({ member: Who });
const AT_ONCE = 200;

/** Hears that a member was removed or rests: what they had waits for somebody else, and its visitor is not left alone. */
export function leavers(house: House, announcer: Announcer): Listener {
  return {
    name: 'conversations of leavers',
    kinds: ['member removed', 'member rests'],
    async hear(events) {
      for (const { workspaceId: workspace, said } of events) {
        const { member } = Removed.parse(said);
        const rows = house.tables.in(workspace).of(conversations);
        // Each in a transaction of its own; heard again after a crash, what is done already is left as it is.
        for (;;) {
          const held = await rows.all({ holder: 'agent', agentId: member.id }, { only: ['id'], most: AT_ONCE });
          for (const { id } of held)
            await announcer.announce(
              await append(house, { workspace, conversation: id }, async row => {
                const { holding, entries } = leftTheTeam(holdingOf(row), member, Date.now());
                return { entries, changes: changesFor(row, holding) };
              }),
            );
          if (held.length < AT_ONCE) break;
        }
      }
      return undefined;
    },
  };
}

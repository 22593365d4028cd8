import { cut, leftTheirDesk, spoken } from '@kineta/core';
import { QueryTypes } from 'sequelize';
import type { Duty } from '../clockwork/clockwork.ts';
import type { House } from '../house/house.ts';
import type { Announcer } from './announcer.ts';
import { changesFor, holdingOf } from './holding.ts';
import { append } from './log.ts';

const EVERY = 15_000;
const AT_ONCE = 200;
/** For how many minutes somebody may be gone before their visitors wait for somebody else: a page is opened again in less. */
export const GONE_FOR = 5;

/**
 * Hears that who has conversations has gone: a laptop that sleeps, a browser that was closed. Those whose visitor waits for a
 * word go back to the line, in order, and the visitor is told; the others stay theirs.
 */
export function absent(house: House, announcer: Announcer): Duty {
  const { database, ports } = house;
  // Raw: over all workspaces, from who has gone to what they had in the last day, with the first word that nobody answered.
  const left = () =>
    database.query<{ id: string; workspace: string; member: string; wroteAt: Date }>(
      `SELECT c.id, c.workspace_id AS workspace, c.agent_id AS member, MIN(e.at) AS wroteAt
       FROM members m
       JOIN conversations c ON c.workspace_id = m.workspace_id AND c.agent_id = m.id AND c.holder = 'agent' AND c.later_until IS NULL
         AND c.last_at >= UTC_TIMESTAMP(3) - INTERVAL 1 DAY
       JOIN entries e ON e.conversation_id = c.id AND e.kind = 'replied' AND e.number >
         COALESCE((SELECT MAX(a.number) FROM entries a WHERE a.conversation_id = c.id AND a.kind = 'answered'), 0)
       WHERE m.active_at IS NOT NULL AND (m.here_at IS NULL OR m.here_at < UTC_TIMESTAMP(3) - INTERVAL ${GONE_FOR} MINUTE)
         AND c.last_at < UTC_TIMESTAMP(3) - INTERVAL ${GONE_FOR} MINUTE
       GROUP BY c.id ORDER BY wroteAt LIMIT ${AT_ONCE}`,
      { type: QueryTypes.SELECT },
    );
  return {
    name: 'the absent',
    every: EVERY,
    async turn() {
      const found = await left();
      for (const { id, workspace, member, wroteAt } of found) {
        const directory = await ports.directories.of(workspace);
        const who = directory.members.get(member);
        if (!who) continue;
        const put = await append(house, { workspace, conversation: id }, async row => {
          const { holding, entries } = leftTheirDesk(holdingOf(row), { id: who.id, name: who.name }, wroteAt.getTime());
          if (entries.length === 0) return { entries };
          const language = directory.manners.get(row.site_id)?.language ?? directory.workspace.language;
          const line = spoken(language, 'somebody had to go', { name: who.name });
          const speaker = cut(directory.workspace.name, 100);
          return { entries: [...entries, { kind: 'said', speaker, line }], changes: changesFor(row, holding) };
        });
        await announcer.announce(put);
      }
      return found.length === AT_ONCE;
    },
  };
}

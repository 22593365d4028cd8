import type { Notice } from '@kineta/contract';
import { STUDIO_NAMESPACE } from '@kineta/contract';
import { cut } from '@kineta/core';
import { QueryTypes } from 'sequelize';
import { z } from 'zod';
import type { House } from '../house/house.ts';
import { rooms } from '../live/rooms.ts';
import type { Listener } from '../stream/listener.ts';
import { notices } from './model.ts';

const Notified = z.object({ team: z.string().nullable(), text: z.string() });

/** Hears what flows tell members, keeps it, and tells those who have the studio open. */
export function noticeListener({ tables, database, ports, io }: House): Listener {
  return {
    name: 'notices',
    kinds: ['notified'],
    async hear(events, transaction) {
      const told: Array<{ workspace: string; notice: Notice }> = [];
      for (const { workspaceId, conversationId, at, said } of events) {
        if (conversationId === null) continue;
        const { team, text } = Notified.parse(said);
        const { teams } = await ports.directories.of(workspaceId);
        const teamId = [...teams.values()].find(known => known.name === team)?.id ?? null;
        const row = { conversationId, teamId, text: cut(text, 1_000), at };
        const id = await tables.in(workspaceId).of(notices).add(row, { transaction });
        // Raw: of the conversation only what it is called is wanted, and it is another area’s.
        const [named] = await database.query<{ visitor: string }>(
          'SELECT visitor_name AS visitor FROM conversations WHERE id = :id AND workspace_id = :workspace',
          { replacements: { id: conversationId, workspace: workspaceId }, type: QueryTypes.SELECT, transaction },
        );
        told.push({
          workspace: workspaceId,
          notice: {
            id,
            conversation: conversationId,
            visitor: named?.visitor ?? '',
            team: teamId,
            text: row.text,
            at: at.toISOString(),
          },
        });
      }
      return () => {
        for (const { workspace, notice } of told)
          io.of(STUDIO_NAMESPACE).to(rooms.workspace(workspace)).emit('notice', notice);
      };
    },
  };
}

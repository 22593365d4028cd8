import type { Notice } from '@kineta/contract';
import { STUDIO_NAMESPACE } from '@kineta/contract';
import { concernedIn, cut } from '@kineta/core';
import { QueryTypes } from 'sequelize';
import { z } from 'zod';
import type { House } from '../house/house.ts';
import type { Directory } from '../house/ports.ts';
import { rooms } from '../live/rooms.ts';
import type { Listener } from '../stream/listener.ts';
import { notices } from './model.ts';
import { rosterOf } from './roster.ts';

const Notified = z.object({ team: z.string().nullable(), text: z.string(), leads: z.boolean().optional() });
const Mentioned = z.object({ member: z.string(), text: z.string(), mentions: z.array(z.string()) });

interface Told {
  teamId: string | null;
  memberId: string | null;
  byId: string | null;
  text: string;
}

/** What is to be told of an event, and to whom: a line of a flow, or a note to each who is mentioned in it. */
function toldOf(kind: string, said: unknown, directory: Directory): Told[] {
  if (kind !== 'notified') {
    const { data } = Mentioned.safeParse(said);
    return (data?.mentions ?? []).map(memberId => ({ teamId: null, memberId, byId: data!.member, text: data!.text }));
  }
  const { team, text, leads } = Notified.parse(said);
  if (leads)
    return concernedIn(rosterOf(directory), { team, leads }).map(memberId => ({
      teamId: null,
      memberId,
      byId: null,
      text,
    }));
  const teamId = [...directory.teams.values()].find(({ name }) => name === team)?.id ?? null;
  return [{ teamId, memberId: null, byId: null, text }];
}

/** Hears what flows tell members and who is mentioned, keeps it, and tells those who have the studio open. */
export function noticeListener({ tables, database, ports, io }: House): Listener {
  return {
    name: 'notices',
    kinds: ['notified', 'note'],
    async hear(events, transaction) {
      const told: Array<{ workspace: string; notice: Notice }> = [];
      for (const { workspaceId, conversationId, kind, at, said } of events) {
        if (conversationId === null) continue;
        const directory = await ports.directories.of(workspaceId);
        for (const { text, ...to } of toldOf(kind, said, directory)) {
          const row = { conversationId, ...to, text: cut(text, 1_000), at };
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
              team: to.teamId,
              member: to.memberId,
              by: to.byId === null ? null : (directory.members.get(to.byId)?.name ?? null),
              text: row.text,
              at: at.toISOString(),
            },
          });
        }
      }
      return () => {
        for (const { workspace, notice } of told)
          io.of(STUDIO_NAMESPACE).to(rooms.workspace(workspace)).emit('notice', notice);
      };
    },
  };
}

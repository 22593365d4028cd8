import { type Notice, noticeRoutes, STUDIO_NAMESPACE } from '@kineta/contract';
import { QueryTypes } from 'sequelize';
import type { Tables } from '../database/rows.ts';
import type { House } from '../house/house.ts';
import { type Doors, serve } from '../http/serve.ts';
import { rooms } from '../live/rooms.ts';
import { testNotices } from './model.ts';

const LATEST = 50;

export function noticeDoors(doors: Doors, { database, tables, io }: House): void {
  serve(doors, noticeRoutes.list, async (_, me) => {
    const replacements = { workspace: me.workspace, me: me.id };
    // Raw: one’s own teams decide which are meant, and each is called as its visitor is by now.
    const [rows, [member]] = await Promise.all([
      database.query<Omit<Notice, 'at' | 'by'> & { at: Date; mentionedBy: string | null }>(
        `SELECT n.id, n.conversation_id AS conversation, c.visitor_name AS visitor, n.team_id AS team, n.member_id AS member, b.name AS mentionedBy, n.text, n.at
         FROM notices n JOIN conversations c ON c.id = n.conversation_id LEFT JOIN members b ON b.id = n.by_id
         WHERE n.workspace_id = :workspace
           AND (n.member_id IS NULL OR n.member_id = :me)
           AND (n.team_id IS NULL OR n.team_id IN (SELECT team_id FROM team_members WHERE member_id = :me))
         ORDER BY n.id DESC LIMIT ${LATEST}`,
        { replacements, type: QueryTypes.SELECT },
      ),
      database.query<{ read: string }>(
        'SELECT notices_read AS `read` FROM members WHERE id = :me AND workspace_id = :workspace',
        { replacements, type: QueryTypes.SELECT },
      ),
    ]);
    return {
      notices: rows.map(({ mentionedBy, ...row }) => ({ ...row, by: mentionedBy, at: row.at.toISOString() })),
      read: String(member?.read ?? 0),
    };
  });
  serve(doors, noticeRoutes.read, async ({ body }, me) => {
    // Raw: what was read stays read, whichever of two pages says so last.
    await database.query(
      'UPDATE members SET notices_read = GREATEST(notices_read, :id) WHERE id = :me AND workspace_id = :workspace',
      { replacements: { id: body.id, me: me.id, workspace: me.workspace } },
    );
    return { ok: true as const };
  });
  serve(doors, noticeRoutes.test, async (_, me) => {
    const at = new Date();
    const id = await tables.in(me.workspace).of(testNotices).add({ at });
    io.of(STUDIO_NAMESPACE).to(rooms.workspace(me.workspace)).emit('testNotice', { id, by: me.name });
    return { id, at: at.toISOString(), arrivedAt: null };
  });
  serve(doors, noticeRoutes.tested, async (_, me) => {
    const last = await lastTest(tables, me.workspace);
    return {
      last: last ? { id: last.id, at: last.at.toISOString(), arrivedAt: last.arrivedAt?.toISOString() ?? null } : null,
    };
  });
  serve(doors, noticeRoutes.arrived, async ({ body }, me) => {
    const rows = tables.in(me.workspace).of(testNotices);
    await rows.change({ arrivedAt: new Date() }, { id: body.id, arrivedAt: null });
    return { ok: true as const };
  });
}

/** The newest notice that was sent to try whether they arrive; one that did before any that did not. */
export async function lastTest(tables: Tables, workspace: string) {
  const sent = await tables.in(workspace).of(testNotices).all({}, { by: 'at', newestFirst: true, most: 20 });
  return sent.find(({ arrivedAt }) => arrivedAt !== null) ?? sent[0];
}

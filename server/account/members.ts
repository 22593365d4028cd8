import { STUDIO_NAMESPACE } from '@kineta/contract';
import type { House } from '../house/house.ts';
import { rooms } from '../live/rooms.ts';
import { writeEvents } from '../stream/stream.ts';
import { members } from './model.ts';

/** The event that tells that a member was removed; it says who that was. */
export const MEMBER_REMOVED = 'member removed';

/**
 * Removes a member: their sessions and memberships of teams end at once, and whoever keeps something of theirs hears of
 * it by the stream.
 * @returns whether there was such a member
 */
export async function removeMember(
  { database, tables, ports, io }: House,
  workspace: string,
  id: string,
): Promise<boolean> {
  const removed = await database.transaction(async transaction => {
    const rows = tables.in(workspace).of(members);
    const member = await rows.one({ id }, { transaction, lock: true });
    if (!member) return false;
    await rows.remove({ id }, { transaction });
    const nowhere = { conversationId: null, flowId: null, editionId: null, number: null };
    const said = { member: { id, name: member.name } };
    await writeEvents(
      [{ ...nowhere, workspaceId: workspace, kind: MEMBER_REMOVED, at: new Date(), said }],
      transaction,
    );
    return true;
  });
  ports.directories.forget(workspace);
  io.of(STUDIO_NAMESPACE).in(rooms.member(id)).disconnectSockets(true);
  return removed;
}

import { type Blocked, VISITOR_NAMESPACE } from '@kineta/contract';
import { QueryTypes } from 'sequelize';
import type { House } from '../house/house.ts';
import { rooms } from '../live/rooms.ts';

/** So many are told at once. */
const MOST = 200;
/** Whoever does not go by themselves within so many milliseconds is cut off. */
const GOES_WITHIN = 2_000;

/**
 * Shows a visitor out who was blocked just now: their pages connect anew, and are told then. What does not is cut off, in
 * whichever process it is.
 */
export function showOut({ io }: Pick<House, 'io'>, conversation: string): void {
  const theirs = io.of(VISITOR_NAMESPACE).to(rooms.visitor(conversation));
  theirs.emit('moving', { within: 0 });
  setTimeout(() => theirs.disconnectSockets(true), GOES_WITHIN).unref();
}

/** Who is let in no more, the last blocked first. Raw: each with the newest conversation, along two indexes. */
export async function blockedIn({ database, ports }: House, workspace: string): Promise<Blocked[]> {
  const rows = await database.query<{ conversation: string; visitor: string; at: Date; who: string | null }>(
    `SELECT c.id AS conversation, c.visitor_name AS visitor, v.blocked_at AS at, v.blocked_by AS who
     FROM visitors v JOIN conversations c ON c.id = (SELECT MAX(l.id) FROM conversations l WHERE l.visitor_id = v.id)
     WHERE v.workspace_id = :workspace AND v.blocked_at IS NOT NULL ORDER BY v.blocked_at DESC LIMIT ${MOST}`,
    { replacements: { workspace }, type: QueryTypes.SELECT },
  );
  const { members } = await ports.directories.of(workspace);
  return rows.map(({ conversation, visitor, at, who }) => {
    const member = who === null ? undefined : members.get(who);
    return { conversation, visitor, at: at.toISOString(), by: member ? { id: member.id, name: member.name } : null };
  });
}

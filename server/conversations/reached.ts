import type { Has, Reached } from '@kineta/contract';
import { STUDIO_NAMESPACE } from '@kineta/contract';
import { QueryTypes } from 'sequelize';
import type { House } from '../house/house.ts';
import type { Visitor } from '../house/ports.ts';
import { rooms } from '../live/rooms.ts';

/**
 * A visitor’s browser says how much of a conversation it has, and whether that is before their eyes: what it has once it has,
 * whichever of two tabs says so last, and never more than there is. Those who have the conversation open are told.
 */
export async function reaches(
  { database, io }: Pick<House, 'database' | 'io'>,
  { id: visitor, workspace }: Visitor,
  conversation: string,
  { to, seen }: Has,
): Promise<void> {
  // Raw: written by itself and in one statement, as it changes nothing of the conversation.
  const replacements = { conversation, workspace, visitor, to, seen: seen ? to : 0 };
  await database.query(
    `INSERT INTO reached (conversation_id, workspace_id, has, seen)
     SELECT id, workspace_id, LEAST(:to, last_number), LEAST(:seen, last_number) FROM conversations
     WHERE id = :conversation AND workspace_id = :workspace AND visitor_id = :visitor
     ON DUPLICATE KEY UPDATE has = GREATEST(reached.has, VALUES(has)), seen = GREATEST(reached.seen, VALUES(seen))`,
    { replacements, type: QueryTypes.INSERT },
  );
  const told = await reachedOf(database, workspace, conversation);
  io.of(STUDIO_NAMESPACE)
    .to(rooms.watchers(conversation))
    .emit('reached', { conversation, ...told });
}

/** Up to which entry the visitor’s browser has it, and up to which they have seen it. Raw: along its key. */
export async function reachedOf(
  database: House['database'],
  workspace: string,
  conversation: string,
): Promise<Reached> {
  const [row] = await database.query<Reached>(
    'SELECT has, seen FROM reached WHERE conversation_id = :conversation AND workspace_id = :workspace',
    { replacements: { conversation, workspace }, type: QueryTypes.SELECT },
  );
  return row ? { has: Number(row.has), seen: Number(row.seen) } : { has: 0, seen: 0 };
}

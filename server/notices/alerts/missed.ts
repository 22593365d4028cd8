import { type Alert, CutOff } from '@kineta/contract';
import type { Sound } from '@kineta/core';
import { QueryTypes } from 'sequelize';
import type { Socket } from 'socket.io';
import type { House } from '../../house/house.ts';
import type { SignedIn } from '../../house/ports.ts';
import type { TellingBooks } from './book.ts';
import { toldNow } from './told-now.ts';
import { saysOf } from './words.ts';

/** What is older, in milliseconds, or more than so many, is seen in the inbox and makes no sound. */
const LONGEST = 600_000;
const MOST = 20;

interface Missed {
  id: string;
  kind: string;
  conversation: string;
  member: string | null;
  by: string | null;
  text: string;
  at: Date;
}

/** A page that was cut off says so, and is told once more of what came meanwhile and still stands. */
export function missedAlerts(socket: Socket, me: SignedIn, house: House, books: TellingBooks): void {
  let isReading = false;
  socket.on('alertsMissed', said => {
    const { data } = CutOff.safeParse(said);
    if (!data || isReading) return;
    isReading = true;
    missedOf(house, books, me, Math.min(data.for, LONGEST))
      .then(all => {
        for (const one of all) socket.emit('alert', one);
      })
      .catch(error => house.logger.warn({ err: error }, 'what was missed could not be read'))
      .finally(() => {
        isReading = false;
      });
  });
}

/** Raw: along the index of their age, of whichever kind, the oldest first. */
async function missedOf(
  house: House,
  books: TellingBooks,
  { workspace, id: me }: SignedIn,
  within: number,
): Promise<Array<{ alert: Alert; sound: Sound | null }>> {
  const rows = await house.database.query<Missed>(
    `SELECT id, kind, conversation_id AS conversation, member_id AS member, by_id AS \`by\`, text, at FROM alerts
     WHERE workspace_id = :workspace AND standing IS NOT NULL AND at > UTC_TIMESTAMP(3) - INTERVAL :within SECOND
       AND (member_id IS NULL OR member_id = :me)
     ORDER BY at LIMIT ${MOST}`,
    { replacements: { workspace, me, within: Math.ceil(within / 1_000) }, type: QueryTypes.SELECT },
  );
  if (rows.length === 0) return [];
  const { conversations, directories } = house.ports;
  const [standing, directory] = await Promise.all([
    conversations.standings(rows.map(row => String(row.conversation))),
    directories.of(workspace),
  ]);
  const missed: Array<{ alert: Alert; sound: Sound | null }> = [];
  for (const { id, kind: code, conversation: of, member, by: byId, text, at } of rows) {
    const conversation = String(of);
    const now = standing.get(conversation);
    if (!now) continue;
    const team = now.team === null ? null : (directory.teams.get(now.team)?.name ?? null);
    const concerned = member === null ? { team } : { members: [String(member)] };
    const told = await toldNow(house, books, { code, concerned, conversation, directory });
    const mine = told.filter(one => one.channel !== 'mail' && one.member === me);
    if (mine.length === 0) continue;
    const heard = mine.find(one => one.channel === 'sound');
    const says = saysOf({ kind: code, text, byId: byId === null ? null : String(byId) }, now.visitor, directory);
    const alert = { id: String(id), of: code, conversation, visitor: now.visitor, says, at: at.toISOString() };
    missed.push({ alert, sound: heard?.sound ?? null });
  }
  return missed;
}

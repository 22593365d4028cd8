import { type Availabilities, availabilityRoutes, STUDIO_NAMESPACE, type StudioCalls } from '@kineta/contract';
import { availabilityOf, HERE_WITHIN } from '@kineta/core';
import type { Socket } from 'socket.io';
import { z } from 'zod';
import type { House } from '../house/house.ts';
import type { Directory, SignedIn } from '../house/ports.ts';
import { type Doors, serve } from '../http/serve.ts';
import { rooms } from '../live/rooms.ts';
import { members } from './model.ts';

/** What a page that is open says of who sits before it: for how many milliseconds they have done nothing. */
const Here = z.object({
  idle: z
    .number()
    .min(0)
    .max(7 * 86_400_000),
});

/** The soonest that the same page is listened to again, in milliseconds. */
const HEARD_EVERY = HERE_WITHIN / 10;

/** Who takes chats, and who does not and why. */
const availabilitiesOf = ({ members: all }: Directory): Availabilities =>
  [...all.values()]
    .filter(({ resting }) => !resting)
    .map(({ id, attendance: { away, most, holds }, availability }) => ({
      member: id,
      availability,
      away,
      most,
      holds,
    }));

/** Within how many milliseconds a page that has gone comes again when it was only loaded anew. */
export const COMES_AGAIN_WITHIN = 8_000;

/**
 * Keeps that somebody is here, as a page of theirs says every so often; and that they are not, soon after the last of their
 * pages was closed.
 */
export function hearsWhoIsHere(
  socket: Pick<Socket<StudioCalls>, 'on'>,
  me: SignedIn,
  house: Pick<House, 'tables' | 'ports' | 'logger' | 'io'>,
): void {
  let heardAt = 0;
  socket.on('disconnect', () => {
    setTimeout(() => {
      leaves(house, me).catch((error: unknown) => house.logger.warn({ err: error }, 'who has gone was not kept'));
    }, COMES_AGAIN_WITHIN).unref();
  });
  socket.on('here', given => {
    const said = Here.safeParse(given);
    const now = Date.now();
    if (!said.success || now - heardAt < HEARD_EVERY) return;
    heardAt = now;
    isHere(house, me, now, now - said.data.idle).catch((error: unknown) =>
      house.logger.warn({ err: error }, 'who is here was not kept'),
    );
  });
}

async function isHere(
  { tables, ports: { directories } }: Pick<House, 'tables' | 'ports'>,
  me: SignedIn,
  hereAt: number,
  activeAt: number,
): Promise<void> {
  const to = { hereAt: new Date(hereAt), activeAt: new Date(activeAt) };
  await tables.in(me.workspace).of(members).change(to, { id: me.id });
  const known = (await directories.of(me.workspace)).members.get(me.id);
  // Hundreds say so all the time; it is news where it makes a difference.
  if (known && availabilityOf({ ...known.attendance, hereAt, activeAt }, hereAt) !== known.availability)
    directories.forget(me.workspace);
}

/** Whose last page was closed has gone, whichever process the others were connected to. */
async function leaves(house: Pick<House, 'tables' | 'ports' | 'io'>, me: SignedIn): Promise<void> {
  const pages = await house.io.of(STUDIO_NAMESPACE).in(rooms.member(me.id)).fetchSockets();
  if (pages.length === 0) await isGone(house, me);
}

/** They have gone: nobody is to be told that they are there while their last word of it is still good. */
export async function isGone({ tables, ports }: Pick<House, 'tables' | 'ports'>, me: SignedIn): Promise<void> {
  await tables.in(me.workspace).of(members).change({ hereAt: null }, { id: me.id });
  ports.directories.forget(me.workspace);
}

/** Where members say whether they take chats, and how many. */
export function availabilityDoors(doors: Doors, { tables, ports: { directories } }: House): void {
  serve(doors, availabilityRoutes.list, async (_, me) => availabilitiesOf(await directories.of(me.workspace)));
  serve(doors, availabilityRoutes.change, async ({ body: { away, most } }, me) => {
    const to = { ...(away === undefined ? {} : { away }), ...(most === undefined ? {} : { mostChats: most }) };
    if (Object.keys(to).length > 0) await tables.in(me.workspace).of(members).change(to, { id: me.id });
    directories.forget(me.workspace);
    return availabilitiesOf(await directories.of(me.workspace));
  });
}

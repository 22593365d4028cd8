import { Watch } from '@kineta/contract';
import type { Socket } from 'socket.io';
import type { House } from '../house/house.ts';
import type { SignedIn } from '../house/ports.ts';
import { notFound } from '../http/problem.ts';
import { answer } from '../live/call.ts';
import { rooms } from '../live/rooms.ts';
import type { Announcer } from './announcer.ts';
import { conversations } from './model.ts';

/** What a member’s page does with the conversations that it has open. */
export function watching(socket: Socket, me: SignedIn, { tables, logger }: House, announcer: Announcer): void {
  const watched = new Set<string>();
  socket.on('watch', (request, reply) =>
    answer(Watch, request, reply, logger, async ({ conversation }) => {
      if ((await tables.in(me.workspace).of(conversations).count({ id: conversation })) === 0)
        throw notFound('conversation');
      watched.add(conversation);
      await socket.join(rooms.watchers(conversation));
      return { here: await announcer.isHere(conversation) };
    }),
  );
  socket.on('unwatch', request => {
    const parsed = Watch.safeParse(request);
    if (!parsed.success) return;
    watched.delete(parsed.data.conversation);
    void socket.leave(rooms.watchers(parsed.data.conversation));
  });
  socket.on('typing', request => {
    const parsed = Watch.safeParse(request);
    if (parsed.success && watched.has(parsed.data.conversation))
      announcer.memberTypes(parsed.data.conversation, me.name, socket.id);
  });
}

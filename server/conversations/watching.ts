import { STUDIO_NAMESPACE, Watch } from '@kineta/contract';
import type { Who } from '@kineta/core';
import type { Socket } from 'socket.io';
import type { House } from '../house/house.ts';
import type { SignedIn } from '../house/ports.ts';
import { notFound } from '../http/problem.ts';
import { answer } from '../live/call.ts';
import { rooms } from '../live/rooms.ts';
import type { Announcer } from './announcer.ts';
import { conversations } from './model.ts';
import type { Readers } from './readers.ts';

/** What a member’s page does with the conversations that it has open. */
export function watching(
  socket: Socket,
  me: SignedIn,
  { tables, logger, io }: House,
  announcer: Announcer,
  readers: Readers,
): void {
  const watched = new Set<string>();
  const who: Who = { id: me.id, name: me.name };
  /** Tells those who have it open who has; the page itself is told by the answer. */
  const tell = async (conversation: string): Promise<Who[]> => {
    const all = await readers.of(conversation);
    const others = io.of(STUDIO_NAMESPACE).to(rooms.watchers(conversation)).except(socket.id);
    others.emit('readers', { conversation, readers: all });
    return all;
  };
  const leave = (conversation: string): void => {
    if (!watched.delete(conversation)) return;
    readers.leaves(conversation, socket.id);
    tell(conversation).catch(error => logger.warn({ err: error }, 'readers not told'));
  };
  socket.on('watch', (request, reply) =>
    answer(Watch, request, reply, logger, async ({ conversation }) => {
      if ((await tables.in(me.workspace).of(conversations).count({ id: conversation })) === 0)
        throw notFound('conversation');
      watched.add(conversation);
      readers.comes(conversation, socket.id, who);
      await socket.join(rooms.watchers(conversation));
      const [here, all, [row]] = await Promise.all([
        announcer.isHere(conversation),
        tell(conversation),
        // Only now: what comes from here on is heard.
        tables
          .in(me.workspace)
          .of(conversations)
          .all({ id: conversation }, { only: ['lastNumber'], most: 1 }),
      ]);
      return { here, readers: all, number: row?.lastNumber ?? 0 };
    }),
  );
  socket.on('unwatch', request => {
    const parsed = Watch.safeParse(request);
    if (!parsed.success) return;
    void socket.leave(rooms.watchers(parsed.data.conversation));
    leave(parsed.data.conversation);
  });
  socket.on('disconnect', () => {
    for (const conversation of [...watched]) leave(conversation);
  });
  socket.on('typing', request => {
    const parsed = Watch.safeParse(request);
    if (parsed.success && watched.has(parsed.data.conversation))
      announcer.memberTypes(parsed.data.conversation, me.name, socket.id);
  });
}

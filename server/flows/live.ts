import { STUDIO_NAMESPACE, type StudioNews, Whereabouts } from '@kineta/contract';
import type { Server, Socket } from 'socket.io';
import type { SignedIn } from '../house/ports.ts';
import { rooms } from '../live/rooms.ts';

/** The draft that a page has open, and where in it its member is. */
type Writes = Whereabouts & { flow: string };

/** Tells those who have a draft open what happens to it, and of each other. */
export class DraftsLive {
  private readonly io: Server;

  constructor(io: Server) {
    this.io = io;
  }

  published(workspace: string, flow: string): void {
    this.io.of(STUDIO_NAMESPACE).to(rooms.draft(workspace, flow)).emit('published', { flow });
  }

  editsSaved(workspace: string, saved: Parameters<StudioNews['edits']>[0]): void {
    this.io.of(STUDIO_NAMESPACE).to(rooms.draft(workspace, saved.flow)).emit('edits', saved);
  }

  /** A member’s page opens, leaves and moves in drafts. */
  attend(socket: Socket, me: SignedIn): void {
    const data = socket.data as { writes?: Writes };
    const leave = async (): Promise<void> => {
      const { writes } = data;
      if (!writes) return;
      delete data.writes;
      await socket.leave(rooms.draft(me.workspace, writes.flow));
      await this.tellWriters(me.workspace, writes.flow);
    };
    socket.on('writes', async request => {
      const parsed = Whereabouts.safeParse(request);
      if (!parsed.success || me.role !== 'lead') return;
      const { flow, ...where } = parsed.data;
      if (flow !== data.writes?.flow) await leave();
      if (flow === undefined) return;
      data.writes = { ...where, flow };
      await socket.join(rooms.draft(me.workspace, flow));
      await this.tellWriters(me.workspace, flow);
    });
    socket.on('disconnect', leave);
  }

  /** Tells the writers of a draft of each other, in whichever process they are. */
  private async tellWriters(workspace: string, flow: string): Promise<void> {
    const room = this.io.of(STUDIO_NAMESPACE).in(rooms.draft(workspace, flow));
    const sockets = await room.fetchSockets();
    const writers = sockets.flatMap(({ data }) => {
      const { me, writes } = data as { me: SignedIn; writes?: Writes };
      return writes?.flow === flow
        ? [{ writer: writes.writer, name: me.name, scene: writes.scene, step: writes.step }]
        : [];
    });
    room.emit('writers', { flow, writers });
  }
}

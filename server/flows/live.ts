import { STUDIO_NAMESPACE, type StudioNews, Whereabouts, Writer } from '@kineta/contract';
import type { Server, Socket } from 'socket.io';
import { z } from 'zod';
import type { SignedIn } from '../house/ports.ts';
import { rooms } from '../live/rooms.ts';
import type { Wire } from '../live/wire.ts';

/** What a process asks the others: who of theirs has a draft open. */
const WRITERS = 'writers';
const WritersElsewhere = z.array(z.array(Writer));

/** The draft that a page has open, and where in it its member is. */
type Writes = Whereabouts & { flow: string };

/** Tells those who have a draft open what happens to it, and of each other. */
export class DraftsLive {
  private readonly io: Server;
  private readonly wire: Wire;

  constructor(io: Server, wire: Wire) {
    this.io = io;
    this.wire = wire;
    wire.hear(WRITERS, room => this.writersIn(room));
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
    const room = rooms.draft(workspace, flow);
    const others = WritersElsewhere.parse(await this.wire.ask(WRITERS, room));
    const writers = [...this.writersIn(room), ...others.flat()];
    this.io.of(STUDIO_NAMESPACE).in(room).emit('writers', { flow, writers });
  }

  /** The writers of a draft that are connected to this process. */
  private writersIn(room: string): Writer[] {
    const { adapter, sockets } = this.io.of(STUDIO_NAMESPACE);
    return [...(adapter.rooms.get(room) ?? [])].flatMap(id => {
      const { me, writes } = (sockets.get(id)?.data ?? {}) as { me?: SignedIn; writes?: Writes };
      return me && writes ? [{ writer: writes.writer, name: me.name, scene: writes.scene, step: writes.step }] : [];
    });
  }
}

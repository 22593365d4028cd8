import { STUDIO_NAMESPACE, type StudioCalls, type StudioNews, Watch, Whereabouts } from '@kineta/contract';
import type { Logger } from 'pino';
import { QueryTypes } from 'sequelize';
import type { Namespace, Server, Socket } from 'socket.io';
import { type SignedIn, sessionOf, tokenOf } from '../account/session.ts';
import type { Database } from '../database/connect.ts';
import { notFound, ProblemError, problemOf } from '../http/problem.ts';
import { answer } from './call.ts';
import { type Live, rooms } from './live.ts';

interface SocketData {
  me: SignedIn;
  /** The draft that the page has open, and where in it its member is. */
  writes?: Whereabouts & { flow: string };
}
type StudioNamespace = Namespace<StudioCalls, StudioNews, Record<string, never>, SocketData>;
type StudioSocket = Socket<StudioCalls, StudioNews, Record<string, never>, SocketData>;

/** The studio’s end for what concerns whole workspaces. */
export class StudioLive {
  private readonly io: Server;

  constructor(io: Server) {
    this.io = io;
  }

  /** Tells those who have the draft open. */
  published(workspace: string, flow: string): void {
    this.io.of(STUDIO_NAMESPACE).to(rooms.draft(workspace, flow)).emit('published', { flow });
  }

  /** Tells those who have the draft open. */
  editsSaved(workspace: string, saved: Parameters<StudioNews['edits']>[0]): void {
    this.io.of(STUDIO_NAMESPACE).to(rooms.draft(workspace, saved.flow)).emit('edits', saved);
  }
}

/** Whether a page that opens a socket is one of ours: browsers send cookies with other sites’ sockets as well. */
function sameOrigin(socket: StudioSocket): boolean {
  const { origin, host } = socket.handshake.headers;
  if (origin === undefined) return true;
  try {
    return new URL(origin).host === host;
  } catch {
    return false;
  }
}

/** The studio’s end: members only, told of their workspace, watching the conversations that they have open. */
export function studioEnd(
  io: Server,
  { database, live, logger }: { database: Database; live: Live; logger: Logger },
): void {
  // The server is shared by both ends, so its own types name neither’s messages.
  const end = io.of(STUDIO_NAMESPACE) as unknown as StudioNamespace;

  end.use(async (socket, next) => {
    try {
      if (!sameOrigin(socket)) throw new ProblemError('not_allowed', 'Only the studio may listen here.');
      const me = await sessionOf(database, tokenOf(socket.handshake.headers.cookie));
      if (!me) throw new ProblemError('not_signed_in', 'Please sign in; nothing you wrote is lost.');
      socket.data.me = me;
      next();
    } catch (error) {
      const { problem, unexpected } = problemOf(error);
      if (unexpected) logger.error({ err: error }, 'studio handshake failed');
      next(Object.assign(new Error(problem.detail), { data: problem }));
    }
  });

  /** Tells the writers of a draft of each other, in whichever process they are. */
  const tellWriters = async (workspace: string, flow: string): Promise<void> => {
    const room = rooms.draft(workspace, flow);
    const sockets = await end.in(room).fetchSockets();
    const writers = sockets.flatMap(({ data: { me, writes } }) =>
      writes?.flow === flow ? [{ writer: writes.writer, name: me.name, scene: writes.scene, step: writes.step }] : [],
    );
    end.to(room).emit('writers', { flow, writers });
  };

  end.on('connection', async socket => {
    const { me } = socket.data;
    const watched = new Set<string>();
    await socket.join(rooms.workspace(me.workspace));

    socket.on('watch', (request, reply) =>
      answer(Watch, request, reply, logger, async ({ conversation }) => {
        const [row] = await database.query<{ id: string }>(
          'SELECT id FROM conversations WHERE id = :conversation AND workspace_id = :workspace',
          { replacements: { conversation, workspace: me.workspace }, type: QueryTypes.SELECT },
        );
        if (!row) throw notFound('conversation');
        watched.add(conversation);
        await socket.join(rooms.watchers(conversation));
        return { here: await live.isHere(conversation) };
      }),
    );
    socket.on('unwatch', request => {
      const parsed = Watch.safeParse(request);
      if (!parsed.success) return;
      watched.delete(parsed.data.conversation);
      void socket.leave(rooms.watchers(parsed.data.conversation));
    });
    const leave = async (): Promise<void> => {
      const { writes } = socket.data;
      if (!writes) return;
      delete socket.data.writes;
      await socket.leave(rooms.draft(me.workspace, writes.flow));
      await tellWriters(me.workspace, writes.flow);
    };
    socket.on('writes', async request => {
      const parsed = Whereabouts.safeParse(request);
      if (!parsed.success || me.role !== 'lead') return;
      const { flow, ...where } = parsed.data;
      if (flow !== socket.data.writes?.flow) await leave();
      if (flow === undefined) return;
      socket.data.writes = { ...where, flow };
      await socket.join(rooms.draft(me.workspace, flow));
      await tellWriters(me.workspace, flow);
    });
    socket.on('disconnect', leave);
    socket.on('typing', request => {
      const parsed = Watch.safeParse(request);
      if (parsed.success && watched.has(parsed.data.conversation))
        live.memberTypes(parsed.data.conversation, me.name, socket.id);
    });
  });
}

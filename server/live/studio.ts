import { STUDIO_NAMESPACE, type StudioCalls, type StudioNews, Watch } from '@kineta/contract';
import type { Logger } from 'pino';
import { QueryTypes } from 'sequelize';
import type { Namespace, Server, Socket } from 'socket.io';
import { type SignedIn, sessionOf, tokenOf } from '../account/session.ts';
import type { Database } from '../database/connect.ts';
import { notFound, ProblemError, problemOf } from '../http/problem.ts';
import { answer } from './call.ts';
import { type Live, rooms } from './live.ts';

type StudioNamespace = Namespace<StudioCalls, StudioNews, Record<string, never>, { me: SignedIn }>;
type StudioSocket = Socket<StudioCalls, StudioNews, Record<string, never>, { me: SignedIn }>;

/** The studio’s end for what concerns whole workspaces. */
export class StudioLive {
  private readonly io: Server;

  constructor(io: Server) {
    this.io = io;
  }

  draftSaved(workspace: string, saved: Parameters<StudioNews['draft']>[0]): void {
    this.io.of(STUDIO_NAMESPACE).to(rooms.workspace(workspace)).emit('draft', saved);
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
    socket.on('typing', request => {
      const parsed = Watch.safeParse(request);
      if (parsed.success && watched.has(parsed.data.conversation))
        live.memberTypes(parsed.data.conversation, me.name, socket.id);
    });
  });
}

import { STUDIO_NAMESPACE } from '@kineta/contract';
import type { Socket } from 'socket.io';
import type { House } from '../house/house.ts';
import type { SignedIn } from '../house/ports.ts';
import { ProblemError, problemOf } from '../http/problem.ts';
import { rooms } from './rooms.ts';

/** Whether a page that opens a socket is one of ours: browsers send cookies with other sites’ sockets as well. */
function sameOrigin(socket: Socket): boolean {
  const { origin, host } = socket.handshake.headers;
  if (origin === undefined) return true;
  try {
    return new URL(origin).host === host;
  } catch {
    return false;
  }
}

/** The studio’s end: members only, told of their workspace; what else they call and hear is the areas’. */
export function studioEnd(house: House): void {
  const { io, logger, ports, areas } = house;
  const end = io.of(STUDIO_NAMESPACE);
  end.use(async (socket, next) => {
    try {
      if (!sameOrigin(socket)) throw new ProblemError('not_allowed', 'Only the studio may listen here.');
      const me = await ports.sessions.of(socket.handshake.headers.cookie);
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
    const { me } = socket.data as { me: SignedIn };
    for (const area of areas) area.studio?.(socket, me, house);
    await socket.join(rooms.workspace(me.workspace));
  });
}

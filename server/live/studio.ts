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

interface StudioData {
  me: SignedIn;
  /** The hash of the session’s token. */
  session: string;
  /** When it was last asked whether the session still lets in. */
  askedAt: number;
}

/** For how many milliseconds the answer to that is good. */
const ASKED_AGAIN_AFTER = 1_000;
/** How often those who only listen are looked at, in milliseconds: another process may have ended their session. */
const LOOKED_EVERY = 10_000;

/**
 * The studio’s end: members only, told of their workspace; what else they call and hear is the areas’. Who is no member any
 * more, or is another kind of member, hears nothing more.
 * @returns stops looking after those who listen
 */
export function studioEnd(house: House): () => void {
  const { io, logger, ports, areas } = house;
  const end = io.of(STUDIO_NAMESPACE);
  end.use(async (socket, next) => {
    try {
      if (!sameOrigin(socket)) throw new ProblemError('not_allowed', 'Only the studio may listen here.');
      const me = await ports.sessions.of(socket.handshake.headers.cookie);
      if (!me) throw new ProblemError('not_signed_in', 'Please sign in; nothing you wrote is lost.');
      if (me.owesSecondFactor)
        throw new ProblemError('second_factor_needed', 'Please set your second factor up first.');
      const session = ports.sessions.nameOf(socket.handshake.headers.cookie);
      Object.assign(socket.data, { me, session, askedAt: Date.now() } satisfies StudioData);
      next();
    } catch (error) {
      const { problem, unexpected } = problemOf(error);
      if (unexpected) logger.error({ err: error }, 'studio handshake failed');
      next(Object.assign(new Error(problem.detail), { data: problem }));
    }
  });
  end.on('connection', async socket => {
    const { me, session } = socket.data as StudioData;
    socket.use((_, next) => {
      stillMember(socket).then(
        still => (still ? next() : socket.disconnect(true)),
        // Without the database nothing can be done anyhow; what is asked for says so by itself.
        () => next(),
      );
    });
    for (const area of areas) area.studio?.(socket, me, house);
    await socket.join([rooms.workspace(me.workspace), rooms.member(me.id), rooms.session(session)]);
  });

  /** Whether the session still lets in whom it let in, as what they were then. */
  async function stillMember(socket: Socket): Promise<boolean> {
    const data = socket.data as StudioData;
    if (Date.now() - data.askedAt < ASKED_AGAIN_AFTER) return true;
    data.askedAt = Date.now();
    const now = await ports.sessions.of(socket.handshake.headers.cookie);
    return (
      now?.id === data.me.id &&
      !now.owesSecondFactor &&
      now.role === data.me.role &&
      now.workspace === data.me.workspace
    );
  }

  const timer = setInterval(async () => {
    for (const socket of end.sockets.values())
      if (!(await stillMember(socket).catch(() => true))) socket.disconnect(true);
  }, LOOKED_EVERY);
  timer.unref();
  return () => clearInterval(timer);
}

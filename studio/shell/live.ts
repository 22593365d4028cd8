import { STUDIO_NAMESPACE, type StudioCalls, type StudioNews } from '@kineta/contract';
import { io, type Socket } from 'socket.io-client';
import { create } from 'zustand';
import { credentials } from './credentials.ts';

interface ConnectionState {
  /** Whether news come in. */
  online: boolean;
  /** Whether Kineta could do what it was last asked; it cannot while its database is away. */
  reachable: boolean;
  /** Counts connections and returns, so that screens catch up. */
  epoch: number;
}

/** Whether Kineta answers. While it does not, everything written is kept and sent later. */
export const useConnection = create<ConnectionState>(() => ({ online: true, reachable: true, epoch: 0 }));

const LOOK_AGAIN_AFTER = 1_500;

/** Kineta could not do what it was asked: looks until it can again. */
export function lostReach(): void {
  if (!useConnection.getState().reachable) return;
  useConnection.setState({ reachable: false });
  const look = async () => {
    const fine = await fetch('/health').then(
      response => response.ok,
      () => false,
    );
    if (fine) useConnection.setState(state => ({ reachable: true, epoch: state.epoch + 1 }));
    else setTimeout(look, LOOK_AGAIN_AFTER);
  };
  setTimeout(look, LOOK_AGAIN_AFTER);
}

/** Within how many milliseconds a page asks for what it missed while processes were cut off from each other. */
const CATCHES_UP_WITHIN = 1_500;

let socket: Socket<StudioNews, StudioCalls> | undefined;

/** The studio’s socket, opened at first use. Every new connection counts up `epoch`, so that screens catch up. */
export function live(): Socket<StudioNews, StudioCalls> {
  if (socket) return socket;
  const opened: Socket<StudioNews, StudioCalls> = io(STUDIO_NAMESPACE, {
    transports: ['websocket'],
    reconnectionDelay: 400,
    reconnectionDelayMax: 4_000,
  });
  opened.on('connect', () => useConnection.setState(state => ({ online: true, epoch: state.epoch + 1 })));
  opened.on('behind', () => {
    setTimeout(() => useConnection.setState(state => ({ epoch: state.epoch + 1 })), Math.random() * CATCHES_UP_WITHIN);
  });
  opened.on('moving', ({ within }) => {
    setTimeout(() => opened.disconnect().connect(), Math.random() * within);
  });
  opened.on('disconnect', reason => {
    useConnection.setState({ online: false });
    // Sent away by the server, which Socket.IO leaves at that: asking again says why.
    if (reason === 'io server disconnect') opened.connect();
  });
  opened.on('connect_error', (error: Error & { data?: { code?: string } }) => {
    useConnection.setState({ online: false });
    if (opened.active) return;
    // Turned away: only we can try again, once somebody has signed in where the session has ended, or else in a moment.
    if (error.data?.code === 'not_signed_in' && credentials.renew)
      void credentials.renew().then(() => opened.connect());
    else setTimeout(() => opened.connect(), LOOK_AGAIN_AFTER);
  });
  socket = opened;
  return opened;
}

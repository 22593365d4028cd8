import { STUDIO_NAMESPACE, type StudioCalls, type StudioNews } from '@kineta/contract';
import { io, type Socket } from 'socket.io-client';
import { create } from 'zustand';

/** Whether news come in. While they do not, everything written is kept and sent later. */
export const useConnection = create<{ online: boolean; epoch: number }>(() => ({ online: true, epoch: 0 }));

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
  opened.on('disconnect', () => useConnection.setState({ online: false }));
  opened.on('connect_error', () => {
    useConnection.setState({ online: false });
    // Turned away for now, while the database is away or the session has ended: only we can try again.
    if (!opened.active) setTimeout(() => opened.connect(), 1_500);
  });
  socket = opened;
  return opened;
}

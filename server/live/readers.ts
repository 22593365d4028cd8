import type { Logger } from 'pino';
import type { Server } from 'socket.io';

/** The most that waits to be read by one socket, in characters and bytes: a log of hundreds of lines, several times. */
const MOST_WAITING = 2 * 1_024 * 1_024;
const LOOKED_EVERY = 1_000;

/** As much of an engine’s socket as tells what waits in it. */
interface EngineSocket {
  id: string;
  writeBuffer: ReadonlyArray<{ data?: unknown }>;
  transport: { socket?: { bufferedAmount: number; terminate(): void } };
}

function waiting({ writeBuffer, transport }: EngineSocket): number {
  let size = transport.socket?.bufferedAmount ?? 0;
  for (const { data } of writeBuffer) {
    size += typeof data === 'string' ? data.length : ((data as { byteLength?: number } | undefined)?.byteLength ?? 0);
    if (size > MOST_WAITING) break;
  }
  return size;
}

/**
 * Closes sockets that are told more than they read, before what waits for them fills the memory. Who is really there
 * comes back, and asks for what they missed.
 * @returns stops looking
 */
export function closeSlowReaders(io: Server, logger: Logger): () => void {
  const { clients } = io.engine as unknown as { clients: Record<string, EngineSocket> };
  const timer = setInterval(() => {
    for (const client of Object.values(clients)) {
      const size = waiting(client);
      if (size <= MOST_WAITING) continue;
      logger.warn({ socket: client.id, size }, 'a socket that does not read is closed');
      client.transport.socket?.terminate();
    }
  }, LOOKED_EVERY);
  timer.unref();
  return () => clearInterval(timer);
}

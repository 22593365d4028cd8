import type { IncomingMessage } from 'node:http';
import type { Server } from 'socket.io';
import { addressOf } from '../limits/address.ts';
import { Allowance, VISITORS_PER_ADDRESS } from '../limits/allowance.ts';
import type { ServerOptions } from '../server.ts';
import type { Wire } from './wire.ts';

type Verdict = (why: string | undefined, isLetIn: boolean) => void;

/** As much of an engine as says who may open a socket. */
interface Engine {
  opts: { allowRequest?: (request: IncomingMessage, verdict: Verdict) => void };
}

/**
 * Counts the sockets that an address opens in a while, before there is one: whoever opens too many is turned away by a line
 * of HTTP, and their browser tries again later by itself.
 */
export function limitHandshakes(io: Server, wire: Wire, options: ServerOptions): void {
  const times = (options.visitorsPerAddress ?? VISITORS_PER_ADDRESS) * 4;
  const allowed = new Allowance('handshakes', { times, seconds: 10 }, 'Too many sockets.', wire.counters);
  (io.engine as unknown as Engine).opts.allowRequest = (request, verdict) => {
    allowed.has(addressOf(request, options.proxies ?? 0)).then(
      has => verdict(has ? undefined : 'slow down', has),
      // Whoever cannot be counted is not kept out by that.
      () => verdict(undefined, true),
    );
  };
}

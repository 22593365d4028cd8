import type { Logger } from 'pino';
import type { Server } from 'socket.io';
import type { Database } from '../database/connect.ts';
import type { Tables } from '../database/rows.ts';
import type { Wire } from '../live/wire.ts';
import type { Metrics } from '../metrics/metrics.ts';
import type { ServerOptions } from '../server.ts';
import type { Area } from './area.ts';
import type { Ports } from './ports.ts';

/** What areas stand on. */
export interface House {
  options: ServerOptions;
  logger: Logger;
  database: Database;
  tables: Tables;
  io: Server;
  /** What joins this process with others of the same database. */
  wire: Wire;
  /** What this process measures. */
  metrics: Metrics;
  /** What areas do for each other; whole once all have said what they offer. */
  ports: Ports;
  areas: readonly Area[];
  /** Something falls due in so many milliseconds. */
  wake(after: number): void;
}

/** Collects what the areas offer each other. What one offers may use what others do, once all have been asked. */
export async function furnish(house: House): Promise<void> {
  for (const area of house.areas) Object.assign(house.ports, await area.offers?.(house));
}

import { join } from 'node:path';
import { setTimeout as pause } from 'node:timers/promises';
import type { Logger } from 'pino';
import { firstLink } from '../account/first.ts';
import { connect, isUnavailable } from '../database/connect.ts';
import { linkTo } from '../house/link.ts';
import { loggerOf } from '../house/logger.ts';
import { secretIn } from '../house/seal.ts';
import { startServer } from '../server.ts';
import { databaseOf, settingsOrExit } from './place.ts';

/** How many milliseconds stopping may take; what had to end is ended long before. */
const STOPS_WITHIN = 30_000;

/** For how many milliseconds a database that is not there yet is waited for: after a power cut both start at once. */
const WAITED_FOR = 60_000;

/** Waits until the database answers; says so, and exits with 1, when it does not. */
async function reached(url: string, log: Logger): Promise<void> {
  const database = connect(url, 1);
  const until = Date.now() + WAITED_FOR;
  for (let tries = 0; ; tries++) {
    try {
      await database.query('SELECT 1');
      break;
    } catch (error) {
      if (!isUnavailable(error) || Date.now() > until) {
        log.fatal({ err: error }, 'the database cannot be reached');
        process.exit(1);
      }
      if (tries === 0) log.warn({ err: error }, 'the database does not answer yet');
      await pause(500);
    }
  }
  await database.close();
}

/**
 * `kineta start`: production, without demo data. Settings come from the environment (`settings.ts`); without a database of
 * its own it starts the private MariaDB, and without a mail server every email comes back. Exits with 2 when a setting
 * cannot be used.
 */
export async function start(): Promise<void> {
  const settings = settingsOrExit();
  const { KINETA_ROOT: root, KINETA_HOME: home } = settings;
  const log = loggerOf(settings.KINETA_LOG);
  const own = await databaseOf(settings, (message, error) =>
    error ? log.error({ err: error }, message) : log.warn(message),
  );
  await reached(own.url, log);
  const server = await startServer({
    databaseUrl: own.url,
    port: settings.KINETA_PORT,
    secret: settings.KINETA_SECRET ?? secretIn(home),
    host: settings.KINETA_HOST,
    proxies: settings.KINETA_PROXIES,
    visitorsPerAddress: settings.KINETA_VISITORS_PER_ADDRESS,
    redisUrl: settings.KINETA_REDIS_URL,
    metricsToken: settings.KINETA_METRICS_TOKEN,
    url: settings.KINETA_URL,
    smtpUrl: settings.KINETA_SMTP_URL,
    mailFrom: settings.KINETA_MAIL_FROM,
    replyAddress: settings.KINETA_REPLY_ADDRESS,
    inboundPort: settings.KINETA_INBOUND_PORT,
    standIns: settings.KINETA_STANDINS,
    files: { studio: join(root, 'studio/dist'), widget: join(root, 'widget/dist') },
    logLevel: settings.KINETA_LOG,
  });
  const first = await firstLink(server.house);
  if (first)
    console.log(`Nobody can sign in yet. Set your business up here, once: ${linkTo(server.house, `/begin#${first}`)}`);
  console.log(`Kineta answers on ${server.url}`);
  let stopping = false;
  const stop = async (): Promise<void> => {
    if (stopping) return;
    stopping = true;
    // Whatever holds it up, it goes.
    setTimeout(() => process.exit(1), STOPS_WITHIN).unref();
    await server.close();
    await own.stop();
    process.exit(0);
  };
  process.on('SIGINT', stop);
  process.on('SIGTERM', stop);
}

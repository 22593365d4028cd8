import { join } from 'node:path';
import { firstLead } from '../account/first.ts';
import { type PrivateDatabase, startPrivateDatabase } from '../database/private.ts';
import { startServer } from '../server.ts';
import { secretIn } from '../services/seal.ts';

/** Reads `host=origin, host=origin`: what answers in the place of which service’s host. */
function standIns(text: string): Record<string, string> {
  return Object.fromEntries(
    text
      .split(',')
      .map(pair => pair.trim().split('=', 2))
      .filter((pair): pair is [string, string] => pair.length === 2),
  );
}

/**
 * `kineta start`: production, without demo data. Settings come from the environment: `KINETA_DATABASE_URL` (else the
 * private MariaDB), `KINETA_LEAD` (the first lead’s email, when there is nobody yet), `KINETA_SMTP_URL` and `KINETA_MAIL_FROM`
 * (without a mail server every email comes back), `KINETA_STANDINS` (`host=origin` pairs: what answers in the
 * place of a service’s host), `KINETA_SECRET` (what the keys of services are sealed with, the same for every process; else
 * a file in `KINETA_HOME`), `KINETA_PORT`, `KINETA_HOST`, `KINETA_PROXIES`, `KINETA_LOG`, `KINETA_HOME`.
 */
export async function start(): Promise<void> {
  const root = process.env.KINETA_ROOT ?? process.cwd();
  const home = process.env.KINETA_HOME ?? join(root, '.kineta');
  let own: PrivateDatabase | undefined;
  let databaseUrl = process.env.KINETA_DATABASE_URL;
  if (!databaseUrl) {
    own = await startPrivateDatabase({ home: join(home, 'start'), durable: true });
    databaseUrl = own.url;
  }
  const server = await startServer({
    databaseUrl,
    port: Number(process.env.KINETA_PORT ?? 4400),
    secret: process.env.KINETA_SECRET || secretIn(home),
    host: process.env.KINETA_HOST ?? '127.0.0.1',
    proxies: Number(process.env.KINETA_PROXIES ?? 0),
    smtpUrl: process.env.KINETA_SMTP_URL,
    mailFrom: process.env.KINETA_MAIL_FROM,
    standIns: standIns(process.env.KINETA_STANDINS ?? ''),
    files: { studio: join(root, 'studio/dist'), widget: join(root, 'widget/dist') },
    logLevel: process.env.KINETA_LOG ?? 'info',
  });
  const first = await firstLead(server.house, process.env.KINETA_LEAD ?? 'lead@localhost.example');
  if (first) console.log(`The first lead is ${first.email} with the password ${first.password} (shown this once).`);
  console.log(`Kineta answers on ${server.url}`);
  let stopping = false;
  const stop = async (): Promise<void> => {
    if (stopping) return;
    stopping = true;
    await server.close();
    await own?.stop();
    process.exit(0);
  };
  process.on('SIGINT', stop);
  process.on('SIGTERM', stop);
}

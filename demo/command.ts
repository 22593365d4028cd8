import { join } from 'node:path';
import { readDemoSettings, SettingsError, secretIn, startPrivateDatabase, startServer } from '@kineta/server';
import { business, members } from './business.ts';
import { siteSecret } from './customer.ts';
import { loadDemo, setDomains } from './load.ts';
import { startMailCatcher } from './mail.ts';
import { readProductPage } from './products.ts';
import { startSite } from './site.ts';
import { PUSHES, SERVICES, startStandIns } from './standins.ts';

/** `./kineta demo`: everything on this machine, with the demo’s data, until it is stopped. */
let settings: ReturnType<typeof readDemoSettings>;
try {
  settings = readDemoSettings(process.env);
} catch (error) {
  if (!(error instanceof SettingsError)) throw error;
  console.error(error.message);
  process.exit(2);
}
const { KINETA_ROOT: root, KINETA_HOME: home } = settings;

async function onPort<T>(wished: number, start: (port: number) => Promise<T>): Promise<T> {
  try {
    return await start(wished);
  } catch (error) {
    if ((error as { code?: string }).code !== 'EADDRINUSE') throw error;
    return start(0);
  }
}

const database = await startPrivateDatabase({ home: join(home, 'demo'), durable: true, watched: console.error });
const mail = await onPort(settings.KINETA_CATCHER_PORT, startMailCatcher);
const standIns = await onPort(settings.KINETA_STANDINS_PORT, wished =>
  startStandIns(mail, wished, settings.KINETA_INBOUND_PORT),
);
const server = await onPort(settings.KINETA_PORT, wished =>
  startServer({
    databaseUrl: database.url,
    port: wished,
    secret: secretIn(home),
    files: { studio: join(root, 'studio/dist'), widget: join(root, 'widget/dist') },
    smtpUrl: mail.url,
    replyAddress: business.replyAddress,
    inboundPort: settings.KINETA_INBOUND_PORT,
    standIns: { [SERVICES]: standIns.url, [PUSHES]: standIns.url },
    logLevel: settings.KINETA_LOG ?? 'warn',
    development: settings.KINETA_DEV === '1',
  }),
);
const site = await onPort(settings.KINETA_SITE_PORT, wished => startSite(server.url, wished));
await loadDemo(server.house.tables, root);
await setDomains(server.house.tables, [site.host, site.host.replace('localhost', '127.0.0.1')]);
site.signWith(await siteSecret(server.house.tables, secretIn(home)));
await readProductPage(server.house.tables, site.url);

const [lead, ...agents] = members;
console.log(`
  Kineta’s studio       ${server.url}
  Brackenrow’s site     ${site.url}
  The mail it sends     ${standIns.url}/mail

  Sign in as a lead     ${lead.email}
  or as an agent        ${agents.map(agent => agent.email).join('\n                        ')}
  all with the password ${business.password}

  Ctrl-C stops everything.
`);

let stopping = false;
async function stop(): Promise<void> {
  if (stopping) return;
  stopping = true;
  site.close();
  await server.close();
  standIns.close();
  await mail.close();
  await database.stop();
  process.exit(0);
}
process.on('SIGINT', stop);
process.on('SIGTERM', stop);

import { account, connect, hashed, secret, Tables } from '@kineta/server';
import { io, type Socket } from 'socket.io-client';
import { inGroups } from './talkers.ts';

/** How often a page of the studio says that it is there, in milliseconds. */
const HERE_EVERY = 30_000;

/** So many agents of one team, each with a session: the tokens of those. The tables are there, with a workspace. */
export async function signedIn(databaseUrl: string, count: number): Promise<string[]> {
  const database = connect(databaseUrl, 2);
  const rows = new Tables(database).in('1');
  const now = new Date();
  const teamId = await rows.of(account.teams).add({ name: 'Sales', hours: null });
  const tokens: string[] = [];
  for (let index = 0; index < count; index++) {
    const name = `Agent ${index + 1}`;
    const email = `agent${index + 1}@bench.example`;
    const member = { email, name, role: 'agent', passwordHash: '', createdAt: now } as const;
    const memberId = await rows.of(account.members).add(member);
    await rows.of(account.teamMembers).add({ teamId, memberId });
    const token = secret();
    const expiresAt = new Date(now.getTime() + 86_400_000);
    await rows
      .of(account.signIns)
      .add({ tokenHash: hashed(token), memberId, csrf: secret(), createdAt: now, seenAt: now, expiresAt });
    tokens.push(token);
  }
  await database.close();
  return tokens;
}

/** Has each of them take chats: a page of the studio is open, is told of every conversation, and says that it is there. */
export async function agents(urls: readonly string[], tokens: readonly string[], sockets: Socket[]): Promise<void> {
  await inGroups(tokens.length, async index => {
    const socket = io(`${urls[index % urls.length]}/studio`, {
      transports: ['websocket'],
      forceNew: true,
      extraHeaders: { cookie: `kineta_session=${tokens[index]}` },
    });
    sockets.push(socket);
    await new Promise<void>((resolve, reject) => {
      socket.once('connect', resolve);
      socket.once('connect_error', reject);
    });
    const say = () => socket.emit('here', { idle: 0 });
    say();
    const timer = setInterval(say, HERE_EVERY);
    socket.once('disconnect', () => clearInterval(timer));
  });
}

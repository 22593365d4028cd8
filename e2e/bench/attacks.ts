import { request } from 'node:http';
import { connect as dial, type Socket as NetSocket } from 'node:net';
import { setTimeout as pause } from 'node:timers/promises';
import { connect } from '@kineta/server';
import { io, Manager, type Socket } from 'socket.io-client';

/** Where an attack goes, and with what. */
export interface Target {
  url: string;
  boarding: string;
  database: string;
}

/** How often something was tried, and how often it got through. */
export interface Tally {
  tried: number;
  through: number;
}
type Attack = (target: Target, tally: Tally, on: () => boolean) => Promise<void>;

/** Attackers come from somewhere else than those who only want to chat, and each from an address of its own. */
const FROM = { 'x-forwarded-for': `198.51.100.${process.pid % 250}` };
const LONG_LOG = 1_000;

async function opened({ url, boarding }: Target, pass?: unknown): Promise<Socket> {
  const socket = io(`${url}/visitor`, {
    transports: ['websocket'],
    forceNew: true,
    reconnection: false,
    extraHeaders: FROM,
    auth: { boarding, ...(pass ? { visitor: pass } : {}) },
  });
  await new Promise((resolve, reject) =>
    socket.once('connect', () => resolve(undefined)).once('connect_error', reject),
  );
  return socket;
}

interface Welcomed {
  ok: boolean;
  visitor?: unknown;
  conversation: string;
}
const hello = (socket: Socket): Promise<Welcomed> => socket.timeout(10_000).emitWithAck('hello', { page: '/' });

/** A visitor with a log of about 1.4 MB. */
async function withLongLog(target: Target): Promise<{ socket: Socket; pass: unknown }> {
  const socket = await opened(target);
  const { conversation, visitor } = await hello(socket);
  const database = connect(target.database, 1);
  await database.query(
    `INSERT INTO entries (conversation_id, number, workspace_id, kind, at, body)
     SELECT :conversation, 10000 + seq, 1, 'said', UTC_TIMESTAMP(3),
            JSON_OBJECT('kind', 'said', 'step', 'x', 'speaker', 'Robin', 'line', JSON_ARRAY(JSON_ARRAY(JSON_OBJECT('text', REPEAT('long ', 280)))))
     FROM seq_1_to_${LONG_LOG}`,
    { replacements: { conversation } },
  );
  await database.close();
  return { socket, pass: visitor };
}

function send(
  url: string,
  path: string,
  body: string | Buffer,
  about: Record<string, string> = { 'content-type': 'application/json' },
): Promise<number> {
  return new Promise(resolve => {
    const { hostname, port } = new URL(url);
    const sent = request(
      { hostname, port, path, method: 'POST', headers: { ...FROM, ...about }, agent: false },
      answer => {
        answer.resume();
        answer.on('end', () => resolve(answer.statusCode ?? 0));
      },
    );
    sent.on('error', () => resolve(0));
    sent.end(body);
  });
}

const several = (count: number, one: () => Promise<void>): Promise<unknown> =>
  Promise.all(Array.from({ length: count }, one));

/** Each goes on until it is told to stop. */
export const attacks: Readonly<Record<string, Attack>> = {
  async 'one visitor with a hundred sockets replies as fast as it can'(target, tally, on) {
    const first = await opened(target);
    const { visitor } = await hello(first);
    const sockets = [first];
    await several(99, async () => {
      const socket = await opened(target, visitor).catch(() => undefined);
      if (!socket) return;
      if ((await hello(socket).catch(() => undefined))?.ok) sockets.push(socket);
    });
    let number = 0;
    await Promise.all(
      sockets.map(async socket => {
        while (on()) {
          tally.tried++;
          const reply = { clientId: `attack-${number++}-00000`, text: 'Semi-detached', choice: 'semi' };
          const answer = await socket
            .timeout(5_000)
            .emitWithAck('reply', reply)
            .catch(() => ({ ok: false }));
          if (answer.ok) tally.through++;
        }
      }),
    );
    for (const socket of sockets) socket.close();
  },
  async 'a log of 1.4 MB is asked for 24 times a second'(target, tally, on) {
    const { socket } = await withLongLog(target);
    while (on()) {
      tally.tried++;
      socket.emit('missed', { after: 0 }, (answer: { ok: boolean }) => {
        if (answer.ok) tally.through++;
      });
      await pause(1_000 / 24);
    }
    socket.close();
  },
  async 'thirty sockets ask for a long log and do not read'(target, tally, on) {
    const { socket: first, pass } = await withLongLog(target);
    const sockets = [first];
    await several(29, async () => {
      const socket = await opened(target, pass).catch(() => undefined);
      if (socket && (await hello(socket).catch(() => undefined))?.ok) sockets.push(socket);
    });
    for (const socket of sockets)
      (socket.io.engine.transport as unknown as { ws: { _socket: { pause(): void } } }).ws._socket.pause();
    while (on()) {
      for (const socket of sockets) socket.emit('missed', { after: 0 });
      tally.tried += sockets.length;
      await pause(50);
    }
    tally.through = sockets.filter(socket => socket.connected).length;
    for (const socket of sockets) socket.close();
  },
  async 'sixty bodies of 6 MB at a time from nobody known'(target, tally, on) {
    const body = JSON.stringify({ email: 'x', password: '[1,2,3],'.repeat(750_000) });
    await several(60, async () => {
      while (on()) {
        tally.tried++;
        const status = await send(target.url, '/api/flows', body);
        if (status === 200) tally.through++;
      }
    });
  },
  async 'forty guesses of a password at a time'(target, tally, on) {
    await several(40, async () => {
      while (on()) {
        tally.tried++;
        const body = JSON.stringify({ email: 'nobody@bench.example', password: `guess ${tally.tried}` });
        if ((await send(target.url, '/api/account/sign-in', body)) === 401) tally.through++;
      }
    });
  },
  async 'a hundred newcomers a second from one address'(target, tally, on) {
    const sockets = new Set<Socket>();
    while (on()) {
      tally.tried++;
      opened(target)
        .then(async socket => {
          sockets.add(socket);
          if ((await hello(socket)).ok) tally.through++;
        })
        .catch(() => {});
      await pause(10);
    }
    for (const socket of sockets) socket.close();
  },
  async 'three hundred requests that come letter by letter'(target, tally, on) {
    const { hostname, port } = new URL(target.url);
    const open = new Set<NetSocket>();
    const head = `POST /api/account/sign-in HTTP/1.1\r\nhost: ${hostname}\r\ncontent-type: application/json\r\n`;
    while (on()) {
      while (open.size < 300) {
        tally.tried++;
        const socket = dial(Number(port), hostname);
        open.add(socket);
        socket.on('error', () => {}).on('close', () => open.delete(socket));
        // Half of them never end their head, and half their body.
        socket.write(open.size % 2 === 0 ? head : `${head}content-length: 90000\r\n\r\n{`);
      }
      for (const socket of open) socket.write('x');
      await pause(500);
    }
    tally.through = open.size;
    for (const socket of open) socket.destroy();
  },
  async 'files of 15 MB, eight at a time, from one visitor'(target, tally, on) {
    const socket = await opened(target);
    const { visitor } = await hello(socket);
    const { id, secret } = visitor as { id: string; secret: string };
    const png = Buffer.concat([
      Buffer.from('89504e470d0a1a0a0000000d4948445200000001000000010806000000', 'hex'),
      Buffer.alloc(15_000_000 - 29),
    ]);
    await several(8, async () => {
      while (on()) {
        tally.tried++;
        const about = {
          'content-type': 'application/octet-stream',
          'x-kineta-boarding': target.boarding,
          'x-kineta-visitor': `${id}.${secret}`,
          'x-kineta-name': 'large.png',
        };
        // The same memory each time: what the attackers’ machine is busy with is not what is measured.
        if ((await send(target.url, '/w/bench-key/files', png, about)) === 200) tally.through++;
      }
    });
    socket.close();
  },
  async 'two hundred sockets a second that say nothing'(target, tally, on) {
    const open = new Set<Manager>();
    while (on()) {
      tally.tried++;
      const manager = new Manager(target.url, { transports: ['websocket'], reconnection: false, extraHeaders: FROM });
      open.add(manager);
      manager.on('close', () => open.delete(manager));
      manager.on('error', () => open.delete(manager));
      await pause(5);
    }
    // Some are told only after a while that they are not let in.
    tally.through = [...open].filter(manager => manager._readyState === 'open').length;
    for (const manager of open) manager._close();
  },
};

/** The reference of the chat benchmark: Socket.IO and one insert, and nothing else. Prints its port. */
import { createServer } from 'node:http';
import type { AddressInfo } from 'node:net';
import { createPool } from 'mariadb';
import { Server } from 'socket.io';

const url = new URL(process.env.KINETA_DATABASE_URL as string);
const pool = createPool({
  host: url.hostname,
  port: Number(url.port),
  user: url.username,
  password: url.password,
  database: url.pathname.slice(1),
  connectionLimit: 16,
});
await pool.query('CREATE TABLE IF NOT EXISTS echoes (id BIGINT AUTO_INCREMENT PRIMARY KEY, text TEXT NOT NULL)');
const http = createServer();
const io = new Server(http, { transports: ['websocket'] });
io.on('connection', socket => {
  socket.on('reply', async (text: string, answer: () => void) => {
    await pool.query('INSERT INTO echoes (text) VALUES (?)', [text]);
    answer();
  });
});
http.listen(0, '127.0.0.1', () => console.log((http.address() as AddressInfo).port));

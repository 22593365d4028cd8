/** A bare Express reply to what is posted, with one read by a key: what a page’s question is held against. Prints its port. */
import type { AddressInfo } from 'node:net';
import express from 'express';
import { createPool } from 'mariadb';

const url = new URL(process.env.KINETA_DATABASE_URL as string);
const pool = createPool({
  host: url.hostname,
  port: Number(url.port),
  user: url.username,
  password: url.password,
  database: url.pathname.slice(1),
  connectionLimit: 16,
});
const app = express();
app.post('/', express.text({ type: '*/*' }), async (_, response) => {
  const rows = await pool.query('SELECT name, domains FROM sites WHERE site_key = ?', ['bench-key']);
  response.json(rows);
});
const server = app.listen(0, '127.0.0.1', () => console.log((server.address() as AddressInfo).port));

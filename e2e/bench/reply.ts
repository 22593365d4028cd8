/** A bare Express reply as long as a loader, on a port that it prints: what the loader’s is held against. */
import type { AddressInfo } from 'node:net';
import express from 'express';

const app = express();
const text = `// ${'x'.repeat(3_600)}`;
app.get('/', (_, response) => {
  response.type('text/javascript').send(text);
});
const server = app.listen(0, '127.0.0.1', () => console.log((server.address() as AddressInfo).port));

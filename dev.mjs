/**
 * `./kineta dev`: everything against the demo’s data, anew at every change. Vite serves the studio and rebuilds the
 * widget; the server is restarted when something that it imports is changed. Ctrl-C stops all of it.
 */
import { spawn } from 'node:child_process';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { build, createServer } from 'vite';

const root = fileURLToPath(new URL('.', import.meta.url));
const port = Number(process.env.KINETA_PORT ?? 4400);
const studioPort = Number(process.env.KINETA_STUDIO_PORT ?? 4403);
const server = `http://localhost:${port}`;

// First of all: the first that Vite makes ready decides for all of them whether this is development.
const studio = await createServer({
  root: join(root, 'studio'),
  configFile: join(root, 'studio/vite.config.ts'),
  server: {
    host: '127.0.0.1',
    port: studioPort,
    strictPort: true,
    proxy: {
      // As whole parts of a path: what begins with the same letters is the studio’s own.
      '^/(api|p|w|emoji)/': server,
      '/socket.io': { target: server, ws: true },
    },
  },
});
await studio.listen();

for (const configFile of [
  'vite.config.ts',
  'vite.rehearsal.config.ts',
  'vite.preview.config.ts',
  'vite.loader.config.ts',
  'vite.as-page.config.ts',
  'vite.font.config.ts',
])
  await build({
    root: join(root, 'widget'),
    configFile: join(root, 'widget', configFile),
    logLevel: 'warn',
    // These builds share a folder: built anew, none takes away what is another’s.
    build: { watch: {}, emptyOutDir: false },
  });

const demo = spawn(join(root, 'node_modules/.bin/tsx'), ['watch', '--clear-screen=false', 'demo/command.ts'], {
  cwd: root,
  stdio: 'inherit',
  env: { ...process.env, KINETA_DEV: '1', KINETA_PORT: String(port) },
});
console.log(`\n  The studio, anew at every change   http://localhost:${studioPort}\n`);

const stop = () => demo.kill('SIGTERM');
process.on('SIGINT', stop);
process.on('SIGTERM', stop);
demo.on('exit', async code => {
  await studio.close();
  process.exit(code ?? 0);
});

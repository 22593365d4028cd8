/** Builds what runs: the server and the demo as plain JavaScript for Node, the studio and the widget for browsers. */
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { build as bundle } from 'esbuild';
import { build as buildPages } from 'vite';

const root = fileURLToPath(new URL('.', import.meta.url));
const inside = Object.fromEntries(
  ['core', 'contract', 'server'].map(name => [`@kineta/${name}`, join(root, name, 'index.ts')]),
);

const forNode = (entry, outfile) =>
  bundle({
    entryPoints: [join(root, entry)],
    outfile: join(root, outfile),
    bundle: true,
    platform: 'node',
    target: 'node20',
    format: 'esm',
    packages: 'external',
    alias: inside,
    sourcemap: true,
    logLevel: 'warning',
  });
const forBrowsers = (folder, configFile) =>
  buildPages({ root: join(root, folder), configFile: join(root, folder, configFile), logLevel: 'warn' });

await Promise.all([
  forNode('server/cli/kineta.ts', 'server/dist/kineta.js'),
  forNode('demo/command.ts', 'demo/dist/demo.js'),
]);
await forBrowsers('widget', 'vite.config.ts');
await forBrowsers('widget', 'vite.loader.config.ts');
await forBrowsers('studio', 'vite.config.ts');

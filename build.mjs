/**
 * Builds what runs: the server and the demo as plain JavaScript for Node, the studio and the widget for browsers.
 * With `bench`, builds the benchmarks instead, in the same way, so that they measure what runs.
 */
import { cpSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { brotliCompressSync, constants, gzipSync } from 'node:zlib';
import { build as bundle } from 'esbuild';
import { build as buildPages } from 'vite';

// Whoever calls for it, a test or a person with an environment of their own: what is built is what is used.
process.env.NODE_ENV = 'production';

const root = fileURLToPath(new URL('.', import.meta.url));
const inside = {
  '@kineta/core/record': join(root, 'core/flow/tests/record.ts'),
  ...Object.fromEntries(
    ['core', 'contract', 'server', 'demo'].map(name => [`@kineta/${name}`, join(root, name, 'index.ts')]),
  ),
};

/**
 * What a command does not need is in chunks that it does not load: checking a flow loads no server. Beside each stands the thread that
 * its server starts.
 */
const forNode = (own, outdir) => {
  const entries = { ...own, 'questions-thread': 'server/questions/thread/worker.ts' };
  rmSync(join(root, outdir), { recursive: true, force: true });
  return bundle({
    entryPoints: Object.fromEntries(Object.entries(entries).map(([name, entry]) => [name, join(root, entry)])),
    outdir: join(root, outdir),
    chunkNames: '[name]-[hash]',
    splitting: true,
    bundle: true,
    platform: 'node',
    target: 'node20',
    format: 'esm',
    packages: 'external',
    alias: inside,
    sourcemap: true,
    logLevel: 'warning',
  });
};
const forBrowsers = (folder, configFile) =>
  buildPages({ root: join(root, folder), configFile: join(root, folder, configFile), logLevel: 'warn' });

/** Packs what browsers load once for all of them, beside the file itself. */
function pack(folder) {
  for (const entry of readdirSync(folder, { recursive: true, withFileTypes: true })) {
    if (!entry.isFile() || !/\.(js|css|svg|json)$/.test(entry.name)) continue;
    const file = join(entry.parentPath, entry.name);
    const content = readFileSync(file);
    if (content.length < SMALL) continue;
    writeFileSync(`${file}.gz`, gzipSync(content, { level: 9 }));
    writeFileSync(`${file}.br`, brotliCompressSync(content, { params: { [constants.BROTLI_PARAM_QUALITY]: 9 } }));
  }
}
/** Below so many bytes packing saves nothing that would be felt. */
const SMALL = 1_000;

if (process.argv[2] === 'bench')
  await forNode({ bench: 'e2e/bench/bench.ts', attacker: 'e2e/bench/attacker.ts' }, 'e2e/dist');
else {
  await Promise.all([
    forNode({ kineta: 'server/cli/kineta.ts' }, 'server/dist'),
    forNode({ demo: 'demo/command.ts' }, 'demo/dist'),
  ]);
  await forBrowsers('widget', 'vite.config.ts');
  await forBrowsers('widget', 'vite.rehearsal.config.ts');
  await forBrowsers('widget', 'vite.preview.config.ts');
  await forBrowsers('widget', 'vite.loader.config.ts');
  await forBrowsers('widget', 'vite.as-page.config.ts');
  await forBrowsers('widget', 'vite.font.config.ts');
  await forBrowsers('widget', 'vite.passing.config.ts');
  await forBrowsers('widget', 'vite.reach.config.ts');
  await forBrowsers('widget', 'vite.here.config.ts');
  await forBrowsers('widget', 'vite.page.config.ts');
  await forBrowsers('studio', 'vite.config.ts');
  await forBrowsers('studio', 'vite.push.config.ts');
  // The picker of emoji fetches these two when it is first opened.
  for (const file of ['data.json', 'messages.json'])
    cpSync(join(root, 'node_modules/emojibase-data/en', file), join(root, 'studio/dist/emoji/en', file));
  for (const folder of ['studio/dist/assets', 'widget/dist/assets']) pack(join(root, folder));
}

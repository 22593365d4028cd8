import { dirname, join } from 'node:path';
import { defineConfig, type Plugin } from 'vite';

const ALONE = '\0websocket-alone';

/**
 * The chat speaks by WebSocket alone, so the other ways of its library stay out of what visitors load: 1.4 KB of 30.
 * They are named in one list, and that is what is replaced.
 */
function websocketAlone(): Plugin {
  let folder = '';
  return {
    name: 'websocket-alone',
    enforce: 'pre',
    resolveId(source, importer) {
      if (source !== './transports/index.js' || !importer?.includes('engine.io-client')) return null;
      folder = join(dirname(importer), 'transports');
      return ALONE;
    },
    load: id =>
      id === ALONE
        ? `import { WS } from ${JSON.stringify(join(folder, 'websocket.js'))}; export const transports = { websocket: WS };`
        : null,
  };
}

/** The chat’s page for the frame. */
export default defineConfig({
  base: '/w/',
  plugins: [websocketAlone()],
  build: {
    target: 'es2022',
    modulePreload: { polyfill: false },
    rolldownOptions: { input: 'window.html' },
  },
  oxc: { jsx: { runtime: 'automatic', importSource: 'preact' } },
});

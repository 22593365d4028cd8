import { fileURLToPath } from 'node:url';
import tailwind from '@tailwindcss/vite';
import react from '@vitejs/plugin-react';
import { defineConfig } from 'vite';

/** What reads Markdown takes the page’s own parser for one mark; in a worker there is no page. */
const inWorkersToo = fileURLToPath(new URL('./index.js', import.meta.resolve('decode-named-character-reference')));

export default defineConfig({
  plugins: [react(), tailwind()],
  resolve: { alias: { 'decode-named-character-reference': inWorkersToo } },
  build: {
    target: 'es2022',
    chunkSizeWarningLimit: 900,
    rolldownOptions: {
      output: {
        // Icons and small primitives that two screens share would come one by one, each a request for a few hundred bytes.
        codeSplitting: {
          groups: [
            // Before any module that makes schemas, in whichever chunk that is.
            { name: 'zod', test: /node_modules[\\/]zod|studio[\\/]shell[\\/]schemas\.ts/ },
            { name: 'icons', test: /node_modules[\\/]lucide-react/ },
            { name: 'pictures', test: /studio[\\/]pictures[\\/](upload|picture-upload)/ },
            { name: 'sounds', test: /studio[\\/](notices[\\/]sounds|shell[\\/]muted)/ },
            {
              name: 'primitives',
              test: /studio[\\/]ui[\\/](pill|add-button|remove-button|key-table|empty|skeleton|button|field|menu-group|writing|carried|picks|on-off|part-row|suggestions|suggestion-keys)\.tsx?$|studio[\\/]log[\\/]reader\.ts$|core[\\/]hours[\\/]duration\.ts$/,
            },
          ],
        },
      },
    },
  },
});

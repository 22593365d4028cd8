import { defineConfig } from 'vite';

/** The service worker that shows notifications: one file beside the pages, whatever it is called by stays. */
export default defineConfig({
  publicDir: false,
  build: {
    target: 'es2022',
    emptyOutDir: false,
    lib: { entry: 'push-worker/worker.ts', formats: ['iife'], name: 'kinetaPush', fileName: () => 'push-worker.js' },
  },
});

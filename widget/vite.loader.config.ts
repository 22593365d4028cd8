import { defineConfig } from 'vite';

/** The script that pages include: one file, no imports. */
export default defineConfig({
  build: {
    target: 'es2020',
    emptyOutDir: false,
    lib: { entry: 'loader/loader.ts', formats: ['iife'], name: 'kineta', fileName: () => 'loader.js' },
  },
});

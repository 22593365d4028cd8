import { defineConfig } from 'vite';

/** What goes behind the loader where a site says which flow meets whom. */
export default defineConfig({
  build: {
    target: 'es2020',
    emptyOutDir: false,
    lib: { entry: 'loader/reach/reach.ts', formats: ['iife'], name: 'kinetaReach', fileName: () => 'reach.js' },
  },
});

import { defineConfig } from 'vite';

/** What goes behind the loader where a site tells who looks at its pages. */
export default defineConfig({
  build: {
    target: 'es2020',
    emptyOutDir: false,
    lib: { entry: 'loader/passing.ts', formats: ['iife'], name: 'kinetaPassing', fileName: () => 'passing.js' },
  },
});

import { defineConfig } from 'vite';

/** What goes behind the loader where the chat is set in the page’s own font. */
export default defineConfig({
  build: {
    target: 'es2020',
    emptyOutDir: false,
    lib: { entry: 'loader/as-page.ts', formats: ['iife'], name: 'kinetaAsPage', fileName: () => 'as-page.js' },
  },
});

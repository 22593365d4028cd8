import { defineConfig } from 'vite';

/** What a page’s own script imports to speak with the chat; under a name that stays, as pages name it. */
export default defineConfig({
  build: {
    target: 'es2020',
    emptyOutDir: false,
    lib: { entry: 'loader/page.ts', formats: ['es'], fileName: () => 'page.js' },
  },
});

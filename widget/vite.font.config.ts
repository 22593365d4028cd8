import { defineConfig } from 'vite';

/** What hands a page’s own font on to the chat; under a name that stays, as loaders know no other. */
export default defineConfig({
  build: {
    target: 'es2020',
    emptyOutDir: false,
    lib: { entry: 'loader/page-font.ts', formats: ['es'], fileName: () => 'fonts.js' },
  },
});

import { defineConfig } from 'vite';

/** What says who looks at a page; under a name that stays, as loaders know no other. */
export default defineConfig({
  build: {
    target: 'es2020',
    emptyOutDir: false,
    lib: { entry: 'loader/here.ts', formats: ['es'], fileName: () => 'here.js' },
  },
});

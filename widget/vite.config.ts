import { defineConfig } from 'vite';

/** The chat’s page for the frame. */
export default defineConfig({
  base: '/w/',
  build: {
    target: 'es2022',
    modulePreload: { polyfill: false },
    rolldownOptions: { input: 'window.html' },
  },
  oxc: { jsx: { runtime: 'automatic', importSource: 'preact' } },
});

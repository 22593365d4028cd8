import { mergeConfig } from 'vite';
import page from './vite.config.ts';

/** The same window for the studio’s rehearsals, built by itself so that visitors load nothing of it. */
export default mergeConfig(page, {
  build: { emptyOutDir: false, assetsDir: 'assets/rehearsal', rolldownOptions: { input: 'rehearsal.html' } },
});

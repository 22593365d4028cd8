import { mergeConfig } from 'vite';
import page from './vite.config.ts';

/** The page on which the studio shows a look: a page as of a site, with the launcher and the window of visitors. */
export default mergeConfig(page, {
  build: { emptyOutDir: false, assetsDir: 'assets/preview', rolldownOptions: { input: 'preview.html' } },
});

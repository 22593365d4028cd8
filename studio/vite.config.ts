import tailwind from '@tailwindcss/vite';
import react from '@vitejs/plugin-react';
import { defineConfig } from 'vite';

export default defineConfig({
  plugins: [react(), tailwind()],
  build: {
    target: 'es2022',
    chunkSizeWarningLimit: 900,
    rolldownOptions: {
      output: {
        // Icons and small primitives that two screens share would come one by one, each a request for a few hundred bytes.
        codeSplitting: {
          groups: [
            { name: 'icons', test: /node_modules[\\/]lucide-react/ },
            {
              name: 'primitives',
              test: /studio[\\/]ui[\\/](pill|add-button|remove-button|key-table|empty|skeleton|button|field|menu-group)\.tsx?$/,
            },
          ],
        },
      },
    },
  },
});

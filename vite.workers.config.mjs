// @ts-check
// The large workers of pages, built beside them at the same time.
import { defineConfig } from 'vite';
import { pureSchemas, TREESHAKE, workerName } from './vite.shared.mjs';

export default defineConfig({
  publicDir: false,
  define: { __BUILD__: JSON.stringify(process.env.BUILD_ID ?? 'dev') },
  plugins: [pureSchemas()],
  // One file in place of three hundred.
  resolve: { alias: [{ find: /^mammoth$/, replacement: 'mammoth/mammoth.browser.min.js' }] },
  build: {
    outDir: '.astro/workers',
    emptyOutDir: true,
    target: 'es2022',
    assetsInlineLimit: 0,
    modulePreload: false,
    reportCompressedSize: false,
    rollupOptions: {
      input: { compose: 'src/workers/compose.worker.ts', read: 'src/workers/read.worker.ts' },
      treeshake: TREESHAKE,
      output: {
        entryFileNames: ({ name }) => workerName(name),
        chunkFileNames: '_astro/[name].[hash].js',
        // Fonts that pages need too have one name, and are fetched once.
        assetFileNames: '_astro/[name].[hash][extname]',
      },
    },
  },
});

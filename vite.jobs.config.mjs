// @ts-check
// The worker threads of the server: built beside it, from the same sources.
import { defineConfig } from 'vite';

export default defineConfig({
  publicDir: false,
  define: { __BUILD__: JSON.stringify(process.env.BUILD_ID ?? 'dev') },
  build: {
    ssr: 'src/server/jobs/worker.ts',
    outDir: 'dist/jobs',
    emptyOutDir: true,
    target: 'node20',
    rollupOptions: { output: { entryFileNames: 'worker.js' } },
  },
});

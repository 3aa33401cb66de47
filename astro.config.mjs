// @ts-check
import node from '@astrojs/node';
import react from '@astrojs/react';
import tailwindcss from '@tailwindcss/vite';
import { defineConfig } from 'astro/config';
import { pureSchemas, TREESHAKE, workerName } from './vite.shared.mjs';

/**
 * Large workers of pages are built by themselves, at the same time (vite.workers.config.mjs): here they are only named.
 * @returns {import('vite').Plugin}
 */
const namedWorkers = () => ({
  name: 'named-workers',
  apply: 'build',
  enforce: 'pre',
  transform: (code) =>
    code.includes('.worker.ts')
      ? {
          code: code.replace(/new URL\('[./]+workers\/(compose|read)\.worker\.ts', import\.meta\.url\)/g, (_, name) =>
            JSON.stringify(`/${workerName(name)}`),
          ),
          map: null,
        }
      : undefined,
});

/** What reads files and measures letters works in workers: pages import its neighbours, and do without it. */
const NOT_IN_PAGES =
  /^(?:@cto\.af\/linebreak|chardet|fontkit|harfbuzzjs|htmlparser2|hyphen|mammoth|n3|saxes|write-excel-file)(?:$|\/)/;
/**
 * Such packages are not looked into for pages, which would take half of the time and leave nothing of them.
 * @returns {import('vite').Plugin}
 */
const leftToWorkers = () => ({
  name: 'left-to-workers',
  apply: 'build',
  enforce: 'pre',
  resolveId: (source, _, { ssr }) =>
    !ssr && NOT_IN_PAGES.test(source) ? { id: source, external: true, moduleSideEffects: false } : undefined,
  generateBundle(_, bundle) {
    for (const one of Object.values(bundle)) {
      const found =
        one.type === 'chunk' && [...one.imports, ...one.dynamicImports].find((name) => NOT_IN_PAGES.test(name));
      if (found && this.environment.name === 'client')
        this.error(`${one.fileName} needs ${found}, which pages do without`);
    }
  },
});

/**
 * The server whole, with its worker threads, which share its files.
 * @returns {import('vite').Plugin}
 */
const wholeServer = () => ({
  name: 'whole-server',
  apply: 'build',
  // What is left out of files that nobody fetches saves nothing, and takes a while to be found.
  config: (_, { isSsrBuild }) => (isSsrBuild ? { build: { rollupOptions: { treeshake: false } } } : {}),
  buildStart() {
    if (this.environment.name === 'ssr')
      this.emitFile({ type: 'chunk', id: 'src/server/jobs/worker.ts', fileName: 'worker.mjs' });
  },
});

export default defineConfig({
  output: 'server',
  // Files of the build are sent by scripts/app.mjs.
  adapter: node({ mode: 'middleware' }),
  integrations: [react()],
  server: { host: '127.0.0.1', port: 4321 },
  devToolbar: { enabled: false },
  // Writes are checked in src/middleware.ts, which also covers JSON bodies.
  security: { checkOrigin: false },
  experimental: {
    // Everything comes from this server: no script or style that is not part of the build.
    csp: {
      directives: [
        "default-src 'self'",
        "img-src 'self' data: blob:",
        "font-src 'self'",
        "connect-src 'self'",
        "worker-src 'self'",
        "object-src 'none'",
        "base-uri 'none'",
        "form-action 'self'",
        "frame-ancestors 'none'",
      ],
    },
  },
  vite: {
    define: { __BUILD__: JSON.stringify(process.env.BUILD_ID ?? 'dev') },
    plugins: [tailwindcss(), pureSchemas(), namedWorkers(), leftToWorkers(), wholeServer()],
    worker: { format: 'es' },
    // Fonts stay files of their own: a data: address would be against the Content-Security-Policy.
    build: {
      // What browsers of the last three years know.
      target: 'es2022',
      assetsInlineLimit: 0,
      reportCompressedSize: false,
      rollupOptions: {
        treeshake: TREESHAKE,
      },
    },
    optimizeDeps: { esbuildOptions: { target: 'es2022' } },
    server: { watch: { ignored: ['**/.data/**', '**/test-results/**'] } },
    // Native or file-reading packages are loaded from node_modules, not bundled.
    ssr: {
      external: [
        '@node-rs/argon2',
        '@resvg/resvg-js',
        'sharp',
        'subset-font',
        'pdfkit',
        'fontkit',
        'pg',
        'piscina',
        'prom-client',
        'zod',
      ],
    },
  },
});

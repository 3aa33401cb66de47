// @ts-check
import node from '@astrojs/node';
import react from '@astrojs/react';
import tailwindcss from '@tailwindcss/vite';
import { defineConfig } from 'astro/config';

/**
 * Marks the making of schemas as having no effect, so that pages, which parse nothing by them, do without schemas and what
 * makes them. Bundlers can't see that by themselves.
 * @returns {import('vite').Plugin}
 */
const pureSchemas = () => ({
  name: 'pure-schemas',
  transform(code, id) {
    if (!id.includes('/src/core/') || !/from ["']zod["']/.test(code)) return undefined;
    // What a module declares at its top in terms of schemas is computed by a function of its own, without effect.
    const made = this.parse(code)
      .body.flatMap((one) => (one.type === 'ExportNamedDeclaration' && one.declaration ? one.declaration : one))
      .flatMap((one) => (one.type === 'VariableDeclaration' ? one.declarations : []))
      .flatMap(({ init }) =>
        /^(Call|Object)Expression$/.test(init?.type ?? '')
          ? [/** @type {[number, number]} */ ([init.start, init.end])]
          : [],
      )
      .filter(([from, to]) => /\bz\.|Schema\b/.test(code.slice(from, to)));
    let at = 0;
    const parts = made.map(([from, to]) => {
      const part = `${code.slice(at, from)}/*#__PURE__*/ (() => (${code.slice(from, to)}))()`;
      at = to;
      return part;
    });
    return { code: parts.join('') + code.slice(at), map: null };
  },
});

/** Tables of letters are for who sets words; pages that only read marks of theirs do without. */
const TREESHAKE = {
  propertyReadSideEffects: false,
  moduleSideEffects: (id) =>
    !/@unicode|bidi-js|@cto\.af|unicode-segmenter|fontkit|restructure|brotli|unicode-properties|unicode-trie|hyphen|harfbuzzjs|n3|saxes|chardet|papaparse|culori|src\/core\//.test(
      id,
    ),
};

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
    plugins: [tailwindcss(), pureSchemas()],
    // Files that the page and its worker both need have one name, and are fetched once.
    worker: {
      format: 'es',
      plugins: () => [pureSchemas()],
      rollupOptions: { treeshake: TREESHAKE, output: { assetFileNames: '_astro/[name].[hash][extname]' } },
    },
    // Fonts stay files of their own: a data: address would be against the Content-Security-Policy.
    build: {
      assetsInlineLimit: 0,
      rollupOptions: {
        treeshake: TREESHAKE,
      },
    },
    server: { watch: { ignored: ['**/.data/**', '**/test-results/**'] } },
    // Native or file-reading packages are loaded from node_modules, not bundled.
    ssr: {
      external: ['@node-rs/argon2', '@resvg/resvg-js', 'sharp', 'subset-font', 'pdfkit', 'fontkit', 'pg', 'piscina', 'prom-client', 'zod'],
    },
  },
});

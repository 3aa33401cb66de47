// Building when sources are newer than the build.
import { createHash } from 'node:crypto';
import { existsSync, readdirSync, readFileSync, statSync, utimesSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { promisify } from 'node:util';
import { brotliCompress, constants, gzip } from 'node:zlib';
import { bin, root, run } from './run.mjs';
import { locked } from './state.mjs';

const stamp = `${root}dist/.built`;
const sources = [
  'src',
  'public',
  'db',
  'demo',
  'astro.config.mjs',
  'vite.jobs.config.mjs',
  'tsconfig.json',
  'package.json',
  'package-lock.json',
  'node_modules/.installed-from',
];

/** The latest time at which a file or folder was changed; a folder's own time tells of files that went. */
function newest(path) {
  const stat = statSync(path);
  if (!stat.isDirectory()) return stat.mtimeMs;
  return readdirSync(path).reduce((latest, name) => Math.max(latest, newest(join(path, name))), stat.mtimeMs);
}

const filesIn = (path) =>
  statSync(path).isDirectory()
    ? readdirSync(path)
        .sort()
        .flatMap((name) => filesIn(join(path, name)))
    : [path];

/** Names the build by what it was made from: two servers of the same sources give answers that are the same. */
function sourcesId() {
  const hash = createHash('sha256');
  for (const source of sources.filter((one) => existsSync(root + one) && !one.startsWith('node_modules')))
    for (const file of filesIn(root + source)) hash.update(`${file.slice(root.length)}\n`).update(readFileSync(file));
  return hash.digest('base64url').slice(0, 12);
}

const PACKED = /\.(js|mjs|css|svg|html|json|wasm|ttf|txt)$/;
const LEAST_BYTES = 1_024;

/** Files of the build are packed once, beside themselves: the server sends what a browser takes. */
async function pack(folder) {
  const [brotli, zip] = [promisify(brotliCompress), promisify(gzip)];
  await Promise.all(
    filesIn(folder)
      .filter((file) => PACKED.test(file) && statSync(file).size >= LEAST_BYTES)
      .map(async (file) => {
        const bytes = readFileSync(file);
        const quality = { params: { [constants.BROTLI_PARAM_QUALITY]: 9 } };
        writeFileSync(`${file}.br`, await brotli(bytes, quality));
        writeFileSync(`${file}.gz`, await zip(bytes, { level: 9 }));
      }),
  );
}

const stale = () => {
  if (!existsSync(stamp)) return true;
  const built = statSync(stamp).mtimeMs;
  return sources.some((source) => existsSync(root + source) && newest(root + source) > built);
};

export async function build() {
  if (!stale()) return;
  await locked('build', async () => {
    if (!stale()) return;
    console.log('Building ...');
    const started = new Date();
    const env = { ...process.env, ASTRO_TELEMETRY_DISABLED: '1', NODE_ENV: 'production', BUILD_ID: sourcesId() };
    await run(bin('astro'), ['build', '--silent'], { env });
    await run(bin('vite'), ['build', '--config', 'vite.jobs.config.mjs', '--logLevel', 'warn'], { env });
    await pack(`${root}dist/client`);
    // As old as the start of the build: what was edited meanwhile is built again.
    writeFileSync(stamp, started.toISOString());
    utimesSync(stamp, started, started);
  });
}

// Building when sources are newer than the build.
import { createHash } from 'node:crypto';
import { cpSync, existsSync, readdirSync, readFileSync, rmSync, statSync, utimesSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { promisify } from 'node:util';
import { brotliCompress, constants, gzip } from 'node:zlib';
import { quietly, root } from './run.mjs';
import { locked } from './state.mjs';
import { step } from './steps.mjs';

const stamp = `${root}dist/.built`;
const sources = [
  'src',
  'public',
  'db',
  'demo',
  'fonts/woff2',
  'astro.config.mjs',
  'vite.shared.mjs',
  'vite.workers.config.mjs',
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
        // Fonts are most of it, and gain little by more.
        const quality = { params: { [constants.BROTLI_PARAM_QUALITY]: file.endsWith('.ttf') ? 5 : 9 } };
        writeFileSync(`${file}.br`, await brotli(bytes, quality));
        writeFileSync(`${file}.gz`, await zip(bytes));
      }),
  );
}

/** How many steps a build has, with its fonts. */
export const BUILD_STEPS = 5;
export const stale = () => {
  if (!existsSync(stamp)) return true;
  const built = statSync(stamp).mtimeMs;
  return sources.some((source) => existsSync(root + source) && newest(root + source) > built);
};

/** What fonts are made of. */
const FONT_SOURCES = ['package-lock.json', 'scripts/fonts.mjs', 'scripts/lib/merge-fonts.mjs', 'fonts/woff2'];
const fontsFolder = `${root}fonts/ttf`;

/**
 * Makes the fonts of the application and its tests where they are not there, or are of other sources.
 * @param meanwhile what needs no more than the small ones, done while the large ones are made
 */
export async function fonts(meanwhile = async () => {}) {
  const hash = createHash('sha256');
  for (const source of FONT_SOURCES) for (const file of filesIn(root + source)) hash.update(readFileSync(file));
  const wanted = hash.digest('hex');
  const note = `${fontsFolder}/.made-from`;
  const there = () => existsSync(note) && readFileSync(note, 'utf8') === wanted;
  if (there()) return meanwhile();
  await locked('fonts', async () => {
    if (there()) return meanwhile();
    const made = (which) => quietly(process.execPath, ['scripts/fonts.mjs', which]);
    rmSync(fontsFolder, { recursive: true, force: true });
    await step('Unpacking fonts', () => made('small'));
    await Promise.all([step('Putting large fonts together', () => made('large')), meanwhile()]);
    writeFileSync(note, wanted);
  });
}

export async function build() {
  if (!stale()) return fonts();
  await locked('build', async () => {
    if (!stale()) return fonts();
    const started = new Date();
    const env = { ...process.env, ASTRO_TELEMETRY_DISABLED: '1', NODE_ENV: 'production', BUILD_ID: sourcesId() };
    // Room for what lives shortly: an eighth less of the time.
    const built = (file, ...words) =>
      quietly(
        process.execPath,
        ['--max-semi-space-size=256', '--min-semi-space-size=64', `node_modules/${file}`, 'build', ...words],
        { env },
      );
    // On two processors these take as long as the longer one.
    await fonts(() =>
      Promise.all([
        step('Building pages', () => built('astro/astro.js', '--silent')),
        step('Building workers', () =>
          built('vite/bin/vite.js', '--config', 'vite.workers.config.mjs', '--logLevel', 'error'),
        ),
      ]),
    );
    // The build of pages empties the folder that it writes to.
    cpSync(`${root}.astro/workers/_astro`, `${root}dist/client/_astro`, { recursive: true });
    await step('Packing', () => pack(`${root}dist/client`));
    // As old as the start of the build: what was edited meanwhile is built again.
    writeFileSync(stamp, started.toISOString());
    utimesSync(stamp, started, started);
  });
}

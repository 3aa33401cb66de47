// Building when sources are newer than the build.
import { existsSync, readdirSync, statSync, utimesSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { bin, root, run } from './run.mjs';
import { locked } from './state.mjs';

const stamp = `${root}dist/.built`;
const sources = [
  'src',
  'public',
  'db',
  'demo',
  'astro.config.mjs',
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
    await run(bin('astro'), ['build', '--silent'], {
      env: { ...process.env, ASTRO_TELEMETRY_DISABLED: '1', NODE_ENV: 'production' },
    });
    // As old as the start of the build: what was edited meanwhile is built again.
    writeFileSync(stamp, started.toISOString());
    utimesSync(stamp, started, started);
  });
}

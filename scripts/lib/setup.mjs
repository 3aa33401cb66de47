// Installing what is missing: npm packages by the lock file, Debian's PostgreSQL and Chromium.
import { createHash } from 'node:crypto';
import { existsSync, mkdirSync, readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { Failed, output, root, run } from './run.mjs';
import { locked } from './state.mjs';

export function checkNode() {
  const [major, minor] = process.versions.node.split('.').map(Number);
  if (major < 20 || (major === 20 && minor < 19))
    throw new Failed(`Node ${process.versions.node} is too old; Node 20.19 or later is needed.`);
}

/** Packages as the lock file says; nothing is done where they are there already. */
export async function packages() {
  const stamp = `${root}node_modules/.installed-from`;
  const wanted = createHash('sha256')
    .update(readFileSync(`${root}package-lock.json`))
    .update(process.version.split('.')[0])
    .digest('hex');
  const there = () => existsSync(stamp) && readFileSync(stamp, 'utf8') === wanted;
  if (there()) return;
  await locked('packages', async () => {
    if (there()) return;
    console.log('Installing packages ...');
    await run('npm', ['ci', '--no-audit', '--no-fund', '--loglevel=error']);
    writeFileSync(stamp, wanted);
  });
}

async function debian(packageName, what) {
  const asRoot = process.getuid?.() === 0;
  if (!asRoot) {
    try {
      output('sudo', ['-n', 'true']);
    } catch {
      throw new Failed(
        `${what} is missing and this user may not install it. Ask an administrator for: apt-get install -y ${packageName}`,
      );
    }
  }
  const apt = (...args) =>
    run(asRoot ? 'apt-get' : 'sudo', [...(asRoot ? [] : ['-n', 'apt-get']), '-qq', ...args], {
      env: { ...process.env, DEBIAN_FRONTEND: 'noninteractive' },
    });
  console.log(`Installing ${what} ...`);
  await apt('update');
  await apt('install', '-y', '--no-install-recommends', '-o', 'Dpkg::Options::=--force-confold', packageName);
}

const postgresThere = () => {
  if (process.env.PG_BIN) return existsSync(`${process.env.PG_BIN}/initdb`);
  const base = '/usr/lib/postgresql';
  return existsSync(base) && readdirSync(base).some((version) => existsSync(`${base}/${version}/bin/initdb`));
};

export async function postgres() {
  if (postgresThere()) return;
  await locked('debian', async () => {
    if (postgresThere()) return;
    // Debian's package would start a server of its own; ours is started beside the project.
    if (process.getuid?.() === 0 && !existsSync('/etc/postgresql-common')) {
      mkdirSync('/etc/postgresql-common', { recursive: true });
      writeFileSync('/etc/postgresql-common/createcluster.conf', 'create_main_cluster = false\n');
    }
    await debian('postgresql', 'PostgreSQL');
  });
}

const rsvgThere = () => existsSync('/usr/bin/rsvg-convert') && existsSync('/usr/share/fonts/truetype/liberation');
/** Draws SVG as programs do that know no fonts inside a document, with fonts as wide as those that offices have. */
export async function rsvg() {
  if (rsvgThere()) return;
  await locked('debian', async () => {
    if (rsvgThere()) return;
    await debian('librsvg2-bin', 'rsvg-convert');
    await debian('fonts-liberation', 'Fonts');
  });
}

/** Files by which it is seen that a package is there: of the office suite one for slides and one for documents. */
const READERS = {
  '/usr/bin/hb-shape': 'libharfbuzz-bin',
  '/usr/bin/pdftotext': 'poppler-utils',
  '/usr/bin/mutool': 'mupdf-tools',
  '/usr/bin/qpdf': 'qpdf',
  '/usr/lib/libreoffice/program/libslideshowlo.so': 'libreoffice-impress-nogui',
  '/usr/lib/libreoffice/program/libswlo.so': 'libreoffice-writer-nogui',
};
const lackedReaders = () => Object.entries(READERS).filter(([file]) => !existsSync(file));
/** Another shaper's command, readers of PDF and an office suite: what tests hold ours against. */
export async function readers() {
  if (lackedReaders().length === 0) return;
  await locked('debian', async () => {
    for (const [, name] of lackedReaders()) await debian(name, name);
  });
}

export async function chromium() {
  if (process.env.CHROMIUM || existsSync('/usr/bin/chromium')) return;
  await locked('debian', async () => {
    if (!existsSync('/usr/bin/chromium')) await debian('chromium', 'Chromium');
  });
}

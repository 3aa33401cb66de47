// Installing what is missing: npm packages by the lock file, Debian's PostgreSQL and Chromium.
import { createHash } from 'node:crypto';
import { existsSync, mkdirSync, readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { Failed, output, quietly, root } from './run.mjs';
import { locked } from './state.mjs';
import { step } from './steps.mjs';

export function checkNode() {
  const [major, minor] = process.versions.node.split('.').map(Number);
  if (major < 20 || (major === 20 && minor < 19))
    throw new Failed(`Node ${process.versions.node} is too old; Node 20.19 or later is needed.`);
}

const stamp = `${root}node_modules/.installed-from`;
const lockHash = () =>
  createHash('sha256')
    .update(readFileSync(`${root}package-lock.json`))
    .update(process.version.split('.')[0])
    .digest('hex');

/** @param {boolean} [all] those for development and tests too */
export function packagesThere(all = false) {
  const [from, more] = existsSync(stamp) ? readFileSync(stamp, 'utf8').split(' ') : [];
  return from === lockHash() && (more === 'all' || !all);
}

/**
 * Packages as the lock file says; nothing is done where they are there already.
 * @param {{ all?: boolean }} [which] those for development and tests too
 */
export async function packages({ all = false } = {}) {
  const there = () => packagesThere(all);
  if (there()) return;
  await locked('packages', async () => {
    if (there()) return;
    await step('Installing packages', () =>
      quietly('npm', [
        'ci',
        '--no-audit',
        '--no-fund',
        '--loglevel=error',
        '--prefer-offline',
        ...(all ? [] : ['--omit=dev']),
      ]),
    );
    writeFileSync(stamp, `${lockHash()} ${all ? 'all' : 'production'}`);
  });
}

async function debian(what, ...packageNames) {
  const asRoot = process.getuid?.() === 0;
  if (!asRoot) {
    try {
      output('sudo', ['-n', 'true']);
    } catch {
      throw new Failed(
        `${what} is missing and this user may not install it. Ask an administrator for: apt-get install -y ${packageNames.join(' ')}`,
      );
    }
  }
  const apt = (...args) =>
    quietly(asRoot ? 'apt-get' : 'sudo', [...(asRoot ? [] : ['-n', 'apt-get']), '-qq', ...args], {
      env: { ...process.env, DEBIAN_FRONTEND: 'noninteractive' },
    });
  await step(`Installing ${what}`, async () => {
    await apt('update');
    await apt('install', '-y', '--no-install-recommends', '-o', 'Dpkg::Options::=--force-confold', ...packageNames);
  });
}

export const postgresThere = () => {
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
    await debian('PostgreSQL', 'postgresql');
  });
}

/** What tests need beside the application, by a file by which it is seen that it is there. */
const FOR_TESTS = {
  // Draws SVG as programs do that know no fonts inside a document, with fonts as wide as those that offices have.
  '/usr/bin/rsvg-convert': 'librsvg2-bin',
  '/usr/share/fonts/truetype/liberation': 'fonts-liberation',
  // Another shaper's command, readers of PDF, and an office suite: for slides and for documents.
  '/usr/bin/hb-shape': 'libharfbuzz-bin',
  '/usr/bin/pdftotext': 'poppler-utils',
  '/usr/bin/mutool': 'mupdf-tools',
  '/usr/bin/qpdf': 'qpdf',
  '/usr/lib/libreoffice/program/libslideshowlo.so': 'libreoffice-impress-nogui',
  '/usr/lib/libreoffice/program/libswlo.so': 'libreoffice-writer-nogui',
  ...(process.env.CHROMIUM ? {} : { '/usr/bin/chromium-headless-shell': 'chromium-headless-shell' }),
};
const lacked = () => Object.entries(FOR_TESTS).filter(([file]) => !existsSync(file));

export async function forTests() {
  if (lacked().length === 0) return;
  await locked('debian', async () => {
    const names = lacked().map(([, name]) => name);
    if (names.length > 0) await debian('programs for tests', ...names);
  });
}

// What several starts of one checkout share: locks, and who uses the database server.
import { createHash } from 'node:crypto';
import { mkdirSync, readdirSync, readFileSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join, resolve } from 'node:path';
import { setTimeout as wait } from 'node:timers/promises';
import { root } from './run.mjs';

// Outside the checkout, which another user may own.
const key = createHash('sha256').update(root).digest('hex').slice(0, 12);
const folder = join(tmpdir(), `dendrotax-${process.getuid?.() ?? 'user'}-${key}`);
/** Those who use one database server: a start may have one of its own, by name or by the folder of its data. */
const place = process.env.DB_DIR || process.env.DATA;
const users = join(
  folder,
  'users',
  (process.env.DB_CLUSTER || 'main') +
    (place ? `-${createHash('sha256').update(resolve(place)).digest('hex').slice(0, 12)}` : ''),
);

function alive(pid) {
  try {
    return readFileSync(`/proc/${pid}/cmdline`, 'utf8').includes('scripts/');
  } catch {
    return false;
  }
}

/** Does work while no other script of this checkout does work under the same name. A dead holder's lock is taken over. */
export async function locked(name, work) {
  const lock = join(folder, `${name}.lock`);
  mkdirSync(folder, { recursive: true, mode: 0o700 });
  for (;;) {
    try {
      writeFileSync(lock, String(process.pid), { flag: 'wx' });
      break;
    } catch (error) {
      if (error.code !== 'EEXIST') throw error;
      let holder = '';
      try {
        holder = readFileSync(lock, 'utf8');
        // A holder that has only just made the file may not have written its number yet.
        if (holder === '' && Date.now() - statSync(lock).mtimeMs < 2_000) holder = String(process.pid);
      } catch {
        continue;
      }
      if (!alive(holder)) rmSync(lock, { force: true });
      else await wait(200);
    }
  }
  try {
    return await work();
  } finally {
    rmSync(lock, { force: true });
  }
}

/** Notes that this process uses the shared database server. */
export function arrive() {
  mkdirSync(users, { recursive: true, mode: 0o700 });
  writeFileSync(join(users, String(process.pid)), '');
}

/** Takes the note away; says whether nobody else uses the server now. */
export function leave() {
  rmSync(join(users, String(process.pid)), { force: true });
  const others = readdirSync(users).filter((pid) => {
    if (alive(pid)) return true;
    rmSync(join(users, pid), { force: true });
    return false;
  });
  return others.length === 0;
}

// PostgreSQL's own programs, and the database that they are used on.
import { readdirSync } from 'node:fs';
import { Failed, output, root } from './run.mjs';

/** Where Debian keeps them, the newest first; else as they are found. */
export function program(name) {
  try {
    const versions = readdirSync('/usr/lib/postgresql').sort((a, b) => Number(b) - Number(a));
    if (versions[0]) return `/usr/lib/postgresql/${versions[0]}/bin/${name}`;
  } catch {
    // Not Debian's.
  }
  return name;
}

/** The database that is named, or the private one, started where it is not running. @returns its address and how to leave it */
export function databaseAt() {
  const named = process.env.DATABASE_URL;
  if (named) return { url: named, leave: () => undefined };
  const db = (what) => output('bash', [`${root}scripts/db.sh`, what]);
  let running = true;
  try {
    db('status');
  } catch {
    running = false;
  }
  const url = db('start');
  return { url, leave: () => !running && db('stop') };
}

/**
 * The address of a database as PostgreSQL's programs take it: the password goes by the environment, as everybody on the machine
 * may see command lines.
 */
export function withoutPassword(url) {
  const at = new URL(url);
  const password = decodeURIComponent(at.password);
  at.password = '';
  return { at: at.href, env: password === '' ? {} : { PGPASSWORD: password } };
}

export function oneFile(what) {
  const [file, ...more] = process.argv.slice(2).filter((word) => !word.startsWith('--'));
  if (!file || more.length > 0) throw new Failed(`Name one file: npm run ${what} -- FILE`);
  return file;
}

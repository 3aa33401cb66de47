// npm run backup -- FILE: all that is stored, as one file of pg_dump's own format, read back to see that it is whole.
import { existsSync, renameSync, rmSync, statSync } from 'node:fs';
import { resolve } from 'node:path';
import { databaseAt, oneFile, program, withoutPassword } from './lib/postgres.mjs';
import { Failed, output } from './lib/run.mjs';

try {
  const file = resolve(oneFile('backup'));
  if (existsSync(file)) throw new Failed(`${file} is there already; choose another name.`);
  const { url, leave } = databaseAt();
  // Beside its place first: a backup that was cut off never looks like one.
  const part = `${file}.part`;
  try {
    const { at, env } = withoutPassword(url);
    output(program('pg_dump'), ['--format=custom', '--no-owner', '--no-privileges', `--file=${part}`, at], env);
    const tables = output(program('pg_restore'), ['--list', part])
      .split('\n')
      .filter((line) => / TABLE DATA /.test(line)).length;
    if (tables === 0) throw new Failed('The backup holds no tables; is this the right database?');
    // To the end, without a database: what can't be read back is said now.
    output(program('pg_restore'), ['--file=/dev/null', part]);
    renameSync(part, file);
    console.log(`${file}: ${tables} tables, ${(statSync(file).size / 1e6).toFixed(1)} MB, read back whole.`);
  } finally {
    rmSync(part, { force: true });
    leave();
  }
} catch (error) {
  console.error(error instanceof Failed ? error.message : error);
  process.exit(1);
}

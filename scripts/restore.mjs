// npm run restore -- FILE: puts a backup back. In one transaction: all of it or nothing.
import { existsSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join, resolve } from 'node:path';
import { databaseAt, oneFile, program, withoutPassword } from './lib/postgres.mjs';
import { Failed, output } from './lib/run.mjs';

try {
  const file = resolve(oneFile('restore'));
  if (!existsSync(file)) throw new Failed(`There is no file ${file}.`);
  output(program('pg_restore'), ['--list', file]);
  const { url, leave } = databaseAt();
  const { at, env } = withoutPassword(url);
  const sql = (command) =>
    output(program('psql'), ['-X', '-q', '-At', '-v', 'ON_ERROR_STOP=1', '-c', command, at], env);
  try {
    const others = Number(
      sql(
        "SELECT count(*) FROM pg_stat_activity WHERE datname = current_database() AND pid <> pg_backend_pid() AND backend_type = 'client backend'",
      ),
    );
    if (others > 0) throw new Failed(`${others} connections are open to this database; stop the server first.`);
    const charts =
      sql("SELECT to_regclass('charts') IS NOT NULL") === 't' ? Number(sql('SELECT count(*) FROM charts')) : 0;
    if (charts > 0 && !process.argv.includes('--replace'))
      throw new Failed(
        `This database holds ${charts} charts. Make a backup of it first, then: npm run restore -- ${file} --replace`,
      );
    // First as statements, whole, so that what breaks off on the way breaks off here.
    const folder = mkdtempSync(join(tmpdir(), 'dendrotax-restore-'));
    try {
      const statements = join(folder, 'all.sql');
      output(program('pg_restore'), ['--no-owner', '--no-privileges', `--file=${statements}`, file]);
      // The whole schema goes, so that nothing of what was there mixes with what comes.
      const anew = ['-c', 'DROP SCHEMA public CASCADE; CREATE SCHEMA public', '-f', statements];
      output(program('psql'), ['-X', '-q', '-v', 'ON_ERROR_STOP=1', '--single-transaction', ...anew, at], env);
    } finally {
      rmSync(folder, { recursive: true, force: true });
    }
    console.log(`Put back ${sql('SELECT count(*) FROM charts')} charts from ${file}.`);
  } finally {
    leave();
  }
} catch (error) {
  console.error(error instanceof Failed ? error.message : error);
  process.exit(1);
}

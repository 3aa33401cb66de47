// npm test: sets up all it needs, then every check. The last line counts what was run.
import { existsSync, mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { build } from './lib/build.mjs';
import { notedIn, notingIn } from './lib/failures.mjs';
import { bin, Failed, output, root, run } from './lib/run.mjs';
import { freePort } from './lib/serve.mjs';
import { checkNode, chromium, packages, postgres, readers, rsvg } from './lib/setup.mjs';

const results = mkdtempSync(join(tmpdir(), 'dendrotax-results-'));
// Of its own, so that tests never meet a person's charts.
const database = { DB_CLUSTER: `test-${process.pid}`, DB_FAST: '1' };
let passed = 0;
let failed = 0;
/** What failed, said once more at the end: of a long run often only the end is kept. */
const failures = [];
let databaseUp = false;

/** Programs that check many things note here what failed. */
const notes = join(results, 'failures.txt');

/** A check that passes or fails as a whole. */
async function check(name, work) {
  rmSync(notes, { force: true });
  const start = Date.now();
  try {
    await work();
    passed++;
    console.log(`ok   ${name} (${((Date.now() - start) / 1000).toFixed(1)} s)`);
  } catch (error) {
    failed++;
    const noted = notedIn(notes);
    failures.push(...(noted.length > 0 ? noted : [error.message]).map((words) => `${name}: ${words}`));
    console.error(`FAIL ${name}: ${error.message}`);
  }
}

/** A test runner: its own count is what counts. A runner that ran nothing has failed. */
async function tests(name, work, count) {
  const file = join(results, `${name}.json`);
  let ended;
  try {
    await work(file);
  } catch (error) {
    ended = error;
  }
  const counted = existsSync(file)
    ? count(JSON.parse(readFileSync(file, 'utf8')))
    : { passed: 0, failed: 0, failures: [] };
  passed += counted.passed;
  failed += counted.failed;
  failures.push(...counted.failures.map((failure) => `${name}: ${failure}`));
  if (counted.passed === 0 || (ended && counted.failed === 0)) {
    failed++;
    failures.push(`${name}: ${ended?.message ?? 'no test was run'}`);
    console.error(`FAIL ${name}: ${ended?.message ?? 'no test was run'}`);
  }
}

/** The first lines of what a failure says. */
const shortly = (message = '') => message.split('\n').slice(0, 4).join('\n  ');

const failuresOfVitest = ({ testResults }) =>
  testResults.flatMap(({ name, message, assertionResults }) => [
    ...assertionResults
      .filter(({ status }) => status === 'failed')
      .map(({ fullName, failureMessages }) => `${name} › ${fullName}\n  ${shortly(failureMessages[0])}`),
    ...(assertionResults.length === 0 && message ? [`${name}\n  ${shortly(message)}`] : []),
  ]);

const failuresOfPlaywright = ({ file, specs = [], suites = [] }) => [
  ...specs
    .filter(({ ok }) => !ok)
    .map(
      ({ title, line, tests }) => `${file}:${line} › ${title}\n  ${shortly(tests[0]?.results.at(-1)?.error?.message)}`,
    ),
  ...suites.flatMap(failuresOfPlaywright),
];

function stop() {
  rmSync(results, { recursive: true, force: true });
  if (databaseUp) output('bash', [`${root}scripts/db.sh`, 'reset'], database);
  databaseUp = false;
}
for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP'])
  process.on(signal, () => {
    stop();
    process.exit(1);
  });

try {
  checkNode();
  await packages();
  await postgres();
  await chromium();
  await rsvg();
  await readers();

  await check('formats and lint', () => run(bin('biome'), ['lint', '--error-on-warnings']));
  await check('core needs no platform', () => run(bin('tsc'), ['-p', 'tsconfig.core.json']));
  await check('types', () =>
    run(bin('astro'), ['check', '--minimumFailingSeverity', 'warning'], {
      env: { ...process.env, ASTRO_TELEMETRY_DISABLED: '1' },
    }),
  );
  await check('boundaries between rooms', () =>
    run(bin('depcruise'), ['src', '--config', '.dependency-cruiser.cjs', '--output-type', 'err']),
  );
  await tests(
    'unit',
    (file) => run(bin('vitest'), ['run', '--reporter=default', '--reporter=json', `--outputFile.json=${file}`]),
    (r) => ({ passed: r.numPassedTests, failed: r.numFailedTests, failures: failuresOfVitest(r) }),
  );
  await check('build', build);
  await check('nothing a list or a file holds takes it down', () =>
    run(process.execPath, ['bench/hostile/run.mjs', '--short'], { env: notingIn(notes) }),
  );
  await check('nothing the database or its readers do takes it down', () =>
    run(process.execPath, ['bench/siege/siege.mjs', '--short'], { env: notingIn(notes) }),
  );
  databaseUp = true;
  const env = {
    ...process.env,
    DATABASE_URL: output('bash', [`${root}scripts/db.sh`, 'start'], database),
    PORT: String(await freePort()),
  };
  await tests(
    'browser',
    (file) =>
      run(bin('playwright'), ['test', ...process.argv.slice(2)], {
        env: { ...env, PLAYWRIGHT_JSON_OUTPUT_FILE: file },
      }),
    (r) => ({
      passed: r.stats.expected + r.stats.flaky,
      failed: r.stats.unexpected,
      failures: r.suites.flatMap(failuresOfPlaywright),
    }),
  );
} catch (error) {
  failed++;
  failures.push(error instanceof Error ? error.message : String(error));
  console.error(error instanceof Failed ? error.message : error);
} finally {
  stop();
}
for (const failure of failures) console.error(`FAILED ${failure}`);
console.log(`${passed} passed, ${failed} failed`);
process.exit(failed === 0 ? 0 : 1);

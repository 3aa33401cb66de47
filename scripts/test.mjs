// npm test: sets up all it needs, then every check. The last line counts what was run.
//   --quick [COMMIT]  types, format, lint, boundaries, and the unit tests of what was changed since a commit (HEAD)
//   other words go to the browser tests, such as the name of a file
import { existsSync, mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { build, fonts } from './lib/build.mjs';
import { notedIn, notingIn } from './lib/failures.mjs';
import { failuresOfPlaywright, failuresOfVitest, slowest, testsOfPlaywright, testsOfVitest } from './lib/results.mjs';
import { bin, Failed, output, quietly, root, run } from './lib/run.mjs';
import { checkNode, forTests, packages, postgres } from './lib/setup.mjs';

const words = process.argv.slice(2);
const quick = words[0] === '--quick';

const results = mkdtempSync(join(tmpdir(), 'dendrotax-results-'));
// Of its own, so that tests never meet a person's charts.
const database = { DB_CLUSTER: `test-${process.pid}`, DB_FAST: '1' };
let passed = 0;
let failed = 0;
/** What failed, said once more at the end: of a long run often only the end is kept. */
const failures = [];
/** How long each part took, and each test, in seconds. */
const parts = [];
const timed = [];
let databaseUp = false;
const begun = performance.now();
/** Said to be too long; never a failure, as machines differ. */
const MOST_MINUTES = 15;

/** A part of the run, timed. */
async function part(name, work) {
  const since = performance.now();
  try {
    return await work();
  } finally {
    parts.push({ name, seconds: (performance.now() - since) / 1_000 });
  }
}

/** A check that passes or fails as a whole. */
const check = (name, work, notes) =>
  part(name, async () => {
    const start = Date.now();
    try {
      await work();
      passed++;
      console.log(`ok   ${name} (${((Date.now() - start) / 1000).toFixed(1)} s)`);
    } catch (error) {
      failed++;
      const noted = notes ? notedIn(notes) : [];
      failures.push(...(noted.length > 0 ? noted : [error.message]).map((said) => `${name}: ${said}`));
      console.error(`FAIL ${name}: ${error.message}`);
    }
  });

/** A test runner: its own count is what counts. A runner that ran nothing has failed. */
const tests = (name, work, count, mayBeNone = false) =>
  part(name, async () => {
    const file = join(results, `${name}.json`);
    let ended;
    try {
      await work(file);
    } catch (error) {
      ended = error;
    }
    const counted = existsSync(file)
      ? count(JSON.parse(readFileSync(file, 'utf8')))
      : { passed: 0, failed: 0, failures: [], tests: [] };
    passed += counted.passed;
    failed += counted.failed;
    timed.push(...counted.tests);
    failures.push(...counted.failures.map((failure) => `${name}: ${failure}`));
    if ((counted.passed === 0 && !mayBeNone) || (ended && counted.failed === 0)) {
      failed++;
      failures.push(`${name}: ${ended?.message ?? 'no test was run'}`);
      console.error(`FAIL ${name}: ${ended?.message ?? 'no test was run'}`);
    }
  });

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

const withoutAstro = { env: { ...process.env, ASTRO_TELEMETRY_DISABLED: '1' } };
const typesOf = (config) =>
  quietly(bin('tsc'), [
    '--noEmit',
    '-p',
    config,
    '--incremental',
    '--tsBuildInfoFile',
    `node_modules/.cache/${config}`,
  ]);
/** Each in a process of its own, so that two processors are busy. */
const lanes = [
  [
    ['format and lint', () => quietly(bin('biome'), ['check', '--error-on-warnings'])],
    ['core needs no platform', () => typesOf('tsconfig.core.json')],
    [
      'boundaries between rooms',
      () => quietly(bin('depcruise'), ['src', '--config', '.dependency-cruiser.cjs', '--output-type', 'err']),
    ],
  ],
  [
    quick
      ? // What changed is looked at, but for pages of Astro, where little stands.
        ['types', () => typesOf('tsconfig.json')]
      : ['types', () => quietly(bin('astro'), ['check', '--minimumFailingSeverity', 'warning'], withoutAstro)],
  ],
];
const checks = () =>
  Promise.all(
    lanes.map(async (lane) => {
      for (const [name, work] of lane) await check(name, work);
    }),
  );

const unit = (...more) =>
  tests(
    'unit tests',
    (file) =>
      run(bin('vitest'), ['run', '--reporter=default', '--reporter=json', `--outputFile.json=${file}`, ...more]),
    (r) => ({
      passed: r.numPassedTests,
      failed: r.numFailedTests,
      failures: failuresOfVitest(r),
      tests: testsOfVitest(r),
    }),
    more.length > 0,
  );

async function everything() {
  await checks();
  await check('build', build);
  await unit();
  const hard = (name, script) => {
    const notes = join(results, `${script.replaceAll('/', '-')}.txt`);
    return check(name, () => run(process.execPath, [script, '--short'], { env: notingIn(notes) }), notes);
  };
  await hard('nothing a list or a file holds takes it down', 'bench/hostile/run.mjs');
  await hard('nothing the database or its readers do takes it down', 'bench/siege/siege.mjs');
  databaseUp = true;
  const DATABASE_URL = output('bash', [`${root}scripts/db.sh`, 'start'], database);
  await tests(
    'browser tests',
    (file) =>
      run(bin('playwright'), ['test', ...words], {
        env: { ...process.env, DATABASE_URL, PLAYWRIGHT_JSON_OUTPUT_FILE: file },
      }),
    (r) => ({
      passed: r.stats.expected + r.stats.flaky,
      failed: r.stats.unexpected,
      failures: r.suites.flatMap(failuresOfPlaywright),
      tests: r.suites.flatMap(testsOfPlaywright),
    }),
  );
}

try {
  checkNode();
  await part('set-up', async () => {
    await Promise.all([packages({ all: true }), quick ? undefined : postgres()]);
    if (!quick) await forTests();
    await fonts();
  });
  if (quick) {
    await checks();
    await unit('--changed', words[1] ?? 'HEAD', '--passWithNoTests');
  } else await everything();
} catch (error) {
  failed++;
  failures.push(error instanceof Error ? error.message : String(error));
  console.error(error instanceof Failed ? error.message : error);
} finally {
  stop();
}

const minutes = (performance.now() - begun) / 60_000;
console.log(slowest(timed, 10));
console.log(parts.map(({ name, seconds }) => `${seconds.toFixed(1).padStart(7)} s  ${name}`).join('\n'));
console.log(`${minutes.toFixed(1)} minutes in all`);
if (minutes > MOST_MINUTES) console.log(`That is more than ${MOST_MINUTES} minutes: look at the slowest tests.`);
for (const failure of failures) console.error(`FAILED ${failure}`);
console.log(`${passed} passed, ${failed} failed`);
process.exit(failed === 0 ? 0 : 1);

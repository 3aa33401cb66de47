// Hostile lists by size: each size in a process of its own, ended at a limit of time and memory.
import { spawnSync } from 'node:child_process';
import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { build } from 'esbuild';
import { noteFailure } from '../../scripts/lib/failures.mjs';

const root = new URL('../../', import.meta.url).pathname;
/** Stated limits at the largest size: seconds and megabytes. */
const short = process.argv.includes('--short');
const LIMIT = { seconds: short ? 15 : 5, megabytes: 1_024 };
const MOST_GROWTH = 1.3;
/** Below this a time says more of the machine than of the list. */
const LEAST_MS = 400;

const only = process.argv.slice(2).filter((word) => !word.startsWith('--'));
const out = mkdtempSync(join(tmpdir(), 'dendrotax-hostile-'));
await build({
  entryPoints: [join(root, 'bench/hostile/one.ts'), join(root, 'bench/hostile/cases.ts')],
  outdir: out,
  outExtension: { '.js': '.mjs' },
  bundle: true,
  platform: 'node',
  format: 'esm',
  packages: 'external',
  logLevel: 'error',
  // Packages are looked for beside the project.
  banner: {
    js: `import { createRequire as require_ } from 'node:module'; const require = require_('${root}package.json');`,
  },
  plugins: [
    {
      name: 'beside-the-project',
      setup: (own) =>
        own.onResolve({ filter: /^[^./]/ }, ({ path }) =>
          path.startsWith('node:') ? undefined : { path: import.meta.resolve(path), external: true },
        ),
    },
  ],
});
const { cases } = await import(join(out, 'cases.mjs'));
const run = (one, n) =>
  spawnSync(process.execPath, [`--max-old-space-size=${LIMIT.megabytes}`, join(out, 'one.mjs'), one.name, String(n)], {
    encoding: 'utf8',
    timeout: LIMIT.seconds * 4_000,
    cwd: root,
  });
const answerOf = (stdout) => JSON.parse(stdout.trim().split('\n').at(-1));
/** The steepest growth between two sizes that both take a while; by what is sent, where that grows with the size. */
const growthOf = (times) =>
  times.slice(1).reduce((most, now, i) => {
    const before = times[i];
    const larger = Math.max(now.bytes / before.bytes, now.n / before.n);
    return before.ms < LEAST_MS ? most : Math.max(most, Math.log(now.ms / before.ms) / Math.log(larger));
  }, 0);
let failed = 0;
for (const one of cases) {
  if (only.length > 0 && !only.some((word) => one.name.includes(word))) continue;
  const times = [];
  let worst = '';
  // The short run sees to the limits only, on a machine that may be busy.
  for (let n = short ? one.to : one.from; ; n = Math.min(n * 2, one.to)) {
    const { status, stdout, stderr, signal } = run(one, n);
    if (status !== 0) {
      worst = `${n}: ${signal ? `over ${LIMIT.seconds * 4} s` : stderr.includes('heap out of memory') ? 'out of memory' : stderr.slice(-300)}`;
      break;
    }
    const told = answerOf(stdout);
    // Over the limit by little may be somebody else's doing: it counts if it is so twice.
    if (told.ms > LIMIT.seconds * 1_000 && told.ms < LIMIT.seconds * 1_500) {
      const again = run(one, n);
      if (again.status === 0) told.ms = Math.min(told.ms, answerOf(again.stdout).ms);
    }
    times.push({ n, ...told });
    // What is thrown in the program's own words was not foreseen.
    if (/^(Range|Type|Reference|Syntax)?Error:/.test(told.said)) worst = `${n}: ${told.said}`;
    if (told.ms > LIMIT.seconds * 1_000) worst = `${n}: ${(told.ms / 1_000).toFixed(1)} s`;
    if (told.rss > LIMIT.megabytes) worst = `${n}: ${told.rss.toFixed(0)} MB`;
    if (n === one.to) break;
  }
  let growth = growthOf(times);
  if (!worst && growth > MOST_GROWTH) {
    // What somebody else did meanwhile is not its growth: it counts if the lesser of two times grows so.
    for (const told of times) {
      const again = run(one, told.n);
      if (again.status === 0) told.ms = Math.min(told.ms, answerOf(again.stdout).ms);
    }
    growth = growthOf(times);
  }
  if (!worst && growth > MOST_GROWTH) worst = `grows over n^${MOST_GROWTH}`;
  if (worst) {
    failed++;
    noteFailure(`${one.name}: ${worst}`);
  }
  const last = times.at(-1);
  console.log(
    `${worst ? 'FAIL' : 'ok  '} ${one.name}: ${last ? `${last.n} in ${(last.ms / 1_000).toFixed(2)} s, ${last.rss.toFixed(0)} MB, n^${growth.toFixed(2)}; ${last.said}` : ''}${worst ? ` | ${worst}` : ''}`,
  );
}
console.log(failed === 0 ? 'nothing over its limits' : `${failed} over their limits`);
process.exit(failed === 0 ? 0 : 1);

// npm run bench: how fast, on this machine. Figures only; nothing here passes or fails on time.
import { build, fonts } from './lib/build.mjs';
import { bin, output, root, run } from './lib/run.mjs';
import { checkNode, forTests, packages, postgres } from './lib/setup.mjs';

const database = { DB_CLUSTER: `bench-${process.pid}`, DB_FAST: '1' };
checkNode();
await packages({ all: true });
await postgres();
await forTests();
await fonts();
await run(bin('vitest'), ['run', '--config', 'vitest.figures.config.ts']);
await run(bin('vitest'), ['bench', '--run', '--config', 'vitest.config.ts']);
await build();
const env = {
  ...process.env,
  DATABASE_URL: output('bash', [`${root}scripts/db.sh`, 'start'], database),
};
try {
  await run(bin('playwright'), ['test', '--config', 'playwright.bench.config.ts'], { env });
} finally {
  output('bash', [`${root}scripts/db.sh`, 'reset'], database);
}

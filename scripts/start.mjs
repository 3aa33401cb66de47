// npm start, npm run dev: installs what is missing, starts the database server, builds, serves.
import { build } from './lib/build.mjs';
import { Failed, output, root } from './lib/run.mjs';
import { serve } from './lib/serve.mjs';
import { checkNode, packages, postgres } from './lib/setup.mjs';
import { arrive, leave } from './lib/state.mjs';

const dev = process.argv.includes('--dev');
const host = process.env.HOST || '127.0.0.1';
const port = Number(process.env.PORT || 4321);

let child;
let ownsDatabase = false;
let stopping = false;

function stop(code) {
  if (stopping) return;
  stopping = true;
  child?.kill('SIGTERM');
  // The database server stays while another start of this checkout uses it.
  if (ownsDatabase && leave()) {
    try {
      output('bash', [`${root}scripts/db.sh`, 'stop']);
    } catch (error) {
      console.error(error.message);
    }
  }
  process.exit(code);
}
process.on('SIGINT', () => stop(0));
process.on('SIGTERM', () => stop(0));
process.on('SIGHUP', () => stop(0));

try {
  if (!Number.isInteger(port) || port < 1 || port > 65535)
    throw new Failed(`PORT is "${process.env.PORT}"; it is a number from 1 to 65535.`);
  checkNode();
  await packages();
  let databaseUrl = process.env.DATABASE_URL;
  if (!databaseUrl) {
    await postgres();
    arrive();
    ownsDatabase = true;
    databaseUrl = output('bash', [`${root}scripts/db.sh`, 'start']);
  }
  if (!dev) await build();
  const served = await serve({ host, port, databaseUrl, dev });
  child = served.child;
  child.on('exit', (code) => {
    if (!stopping) console.error('The server ended.');
    stop(code ?? 1);
  });
  console.log(`Dendrotax is ready: ${served.address}`);
} catch (error) {
  console.error(error instanceof Failed ? error.message : error);
  stop(1);
}

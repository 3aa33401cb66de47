// npm start, npm run dev: installs what is missing, starts the database server, builds, serves.
import { readFileSync } from 'node:fs';
import { connect } from 'node:net';
import { setTimeout as wait } from 'node:timers/promises';
import { BUILD_STEPS, build, fonts, stale } from './lib/build.mjs';
import { Failed, output, root } from './lib/run.mjs';
import { launch, serve } from './lib/serve.mjs';
import { checkNode, packages, packagesThere, postgres, postgresThere } from './lib/setup.mjs';
import { arrive, leave } from './lib/state.mjs';
import { plan } from './lib/steps.mjs';

const dev = process.argv.includes('--dev');
const host = process.env.HOST || '127.0.0.1';
const port = Number(process.env.PORT || 4321);

let child;
let ownsDatabase = false;
let stopping = false;

/** Pauses before what died is started again, in seconds; the first again once it has run for a while. */
const PAUSES = [1, 2, 5, 10, 30];
const RAN_WELL_MS = 60_000;
const LOOK_EVERY_MS = 2_000;

/** Ends in good order: the server first, with the requests it still answers, then the database server. */
async function stop(code) {
  if (stopping) return;
  stopping = true;
  if (child && child.exitCode === null && child.signalCode === null) {
    const ended = new Promise((resolve) => child.once('exit', resolve));
    child.kill('SIGTERM');
    await Promise.race([ended, wait(12_000)]);
  }
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
process.on('SIGINT', () => void stop(0));
process.on('SIGTERM', () => void stop(0));
process.on('SIGHUP', () => void stop(0));

try {
  if (!Number.isInteger(port) || port < 1 || port > 65535)
    throw new Failed(`PORT is "${process.env.PORT}"; it is a number from 1 to 65535.`);
  checkNode();
  let databaseUrl = process.env.DATABASE_URL;
  const lacked = [!packagesThere(), !databaseUrl && !postgresThere()].filter(Boolean).length;
  plan(lacked + (!dev && stale() ? BUILD_STEPS : 0));
  const database = async () => {
    await postgres();
    arrive();
    ownsDatabase = true;
    databaseUrl = output('bash', [`${root}scripts/db.sh`, 'start']);
  };
  // Each waits for what it fetches: at the same time they take as long as the longer one.
  await Promise.all([packages(), databaseUrl ? undefined : database()]);
  await (dev ? fonts() : build());
  const options = { host, port, databaseUrl, dev, shared: ownsDatabase };
  const served = await serve(options);
  child = served.child;
  console.log(`Dendrotax is ready: ${served.address}`);
  keepServer(options);
  if (ownsDatabase) void keepDatabase(new URL(databaseUrl));
  leaveWithNpm();
} catch (error) {
  console.error(error instanceof Failed ? error.message : error);
  await stop(1);
}

/** Starts the server again whenever it ends. The server survives what it can by itself; this is for what nothing survives. */
function keepServer(options, failures = 0, since = Date.now()) {
  child.on('exit', (code, signal) => {
    if (stopping) return;
    const times = Date.now() - since > RAN_WELL_MS ? 0 : failures;
    const pause = PAUSES[Math.min(times, PAUSES.length - 1)];
    console.error(`The server ended (${signal ?? code}); it is started again in ${pause} s.`);
    setTimeout(() => {
      if (stopping) return;
      child = launch(options);
      keepServer(options, times + 1);
    }, pause * 1_000);
  });
}

const answers = ({ hostname, port: at }) =>
  new Promise((resolve) => {
    const probe = connect(Number(at), hostname);
    const end = (is) => {
      probe.destroy();
      resolve(is);
    };
    probe.setTimeout(1_500, () => end(false));
    probe.once('connect', () => end(true));
    probe.once('error', () => end(false));
  });

/** Starts the database server again where nobody answers at its port, twice in a row. */
async function keepDatabase(address) {
  let missed = 0;
  let failures = 0;
  while (!stopping) {
    await wait(LOOK_EVERY_MS);
    if (stopping || (await answers(address))) {
      missed = 0;
      failures = 0;
      continue;
    }
    if (++missed < 2) continue;
    const pause = PAUSES[Math.min(failures++, PAUSES.length - 1)];
    console.error(`The database server is gone; it is started again${failures > 1 ? ` in ${pause} s` : ''}.`);
    if (failures > 1) await wait(pause * 1_000);
    if (stopping) return;
    try {
      const url = output('bash', [`${root}scripts/db.sh`, 'start'], { DB_PORT: address.port });
      if (new URL(url).port === address.port) console.error('The database server is back.');
    } catch (error) {
      console.error(error.message);
    }
  }
}

/** The parent of a process. Source: proc(5), stat: it stands after the state, which stands after the name in brackets. */
function parentOf(pid) {
  try {
    return Number(readFileSync(`/proc/${pid}/stat`, 'utf8').split(') ').at(-1).split(' ')[1]);
  } catch {
    return undefined;
  }
}

/** npm that is killed tells nobody: this, or the shell that it started this with, is another's child then. */
function leaveWithNpm() {
  if (!process.env.npm_lifecycle_event) return;
  const parent = process.ppid;
  const above = parentOf(parent);
  setInterval(() => {
    if (process.ppid !== parent || parentOf(parent) !== above) void stop(0);
  }, 1_000).unref();
}

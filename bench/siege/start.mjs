// The start command: what dies under it is started again, and nothing of it is left when it is killed itself.
import { spawn } from 'node:child_process';
import { readdirSync, readFileSync } from 'node:fs';
import { setTimeout as wait } from 'node:timers/promises';
import { output, root } from '../../scripts/lib/run.mjs';
import { freePort } from '../../scripts/lib/serve.mjs';

/** Running processes: number, parent and the words they were started with. Source: proc(5). */
const processes = () =>
  readdirSync('/proc')
    .filter((pid) => /^\d+$/.test(pid))
    .flatMap((pid) => {
      try {
        const words = readFileSync(`/proc/${pid}/cmdline`, 'utf8').replaceAll('\0', ' ');
        const [state, parent] = readFileSync(`/proc/${pid}/stat`, 'utf8').split(') ').at(-1).split(' ');
        return state === 'Z' || words === '' ? [] : [{ pid: Number(pid), parent: Number(parent), words }];
      } catch {
        return [];
      }
    });

const below = (top, all = processes()) => {
  const found = [];
  for (let level = [top]; level.length > 0; ) {
    const next = all.filter(({ parent }) => level.includes(parent));
    found.push(...next);
    level = next.map(({ pid }) => pid);
  }
  return found;
};

const until = async (is, seconds) => {
  const begun = Date.now();
  while (Date.now() - begun < seconds * 1_000) {
    if (await is()) return (Date.now() - begun) / 1_000;
    await wait(100);
  }
  return undefined;
};

/** @param told takes whether a thing held, and words for it */
export async function besiegeStart(told) {
  const DB_CLUSTER = `start-${process.pid}`;
  const port = await freePort();
  const base = `http://127.0.0.1:${port}`;
  const status = () =>
    fetch(`${base}/api/charts?limit=1`, { signal: AbortSignal.timeout(3_000) }).then(
      ({ status }) => status,
      () => 0,
    );
  const database = () => processes().find(({ words }) => words.includes(`/${DB_CLUSTER} `) && words.includes(' -D '));
  const start = async () => {
    // In a group of its own, so that what is killed is only what is named.
    const npm = spawn('npm', ['start'], {
      cwd: root,
      detached: true,
      stdio: ['ignore', 'pipe', 'ignore'],
      env: { ...process.env, DB_CLUSTER, PORT: String(port), HOST: '127.0.0.1', DATABASE_URL: '' },
    });
    // It says so itself: a server that answers before that still counts as starting.
    let ready = false;
    npm.stdout.on('data', (text) => {
      ready ||= String(text).includes('is ready');
    });
    const took = await until(async () => ready && (await status()) === 200, 120);
    if (took === undefined) throw new Error('npm start did not get ready in 120 s');
    return npm.pid;
  };
  const serverOf = (npm) => below(npm).find(({ words }) => words.includes('scripts/app.mjs'));
  const gone = () => until(async () => (await status()) === 0 && !database(), 30);

  try {
    const npm = await start();
    const server = serverOf(npm);
    process.kill(server.pid, 'SIGKILL');
    const again = await until(
      async () => (serverOf(npm)?.pid ?? server.pid) !== server.pid && (await status()) === 200,
      30,
    );
    told(again !== undefined, `start: the server killed, answers again after ${again?.toFixed(1)} s`);

    const data = database();
    process.kill(data.pid, 'SIGKILL');
    const back = await until(async () => (database()?.pid ?? data.pid) !== data.pid && (await status()) === 200, 40);
    told(
      back !== undefined && serverOf(npm) !== undefined,
      `start: the database server killed, answers again after ${back?.toFixed(1)} s`,
    );

    process.kill(npm, 'SIGKILL');
    const after = await gone();
    told(after !== undefined, `start: npm killed, nothing of it is left after ${after?.toFixed(1)} s`);

    const second = await start();
    const starter = below(second).find(({ words }) => words.includes('scripts/start.mjs') && !words.includes('sh -c'));
    process.kill(starter.pid, 'SIGKILL');
    const free = await until(async () => (await status()) === 0, 30);
    told(free !== undefined, `start: the starter killed, the port is free after ${free?.toFixed(1)} s`);
    const third = await start();
    told(true, 'start: started again on what a killed starter left');
    process.kill(third, 'SIGTERM');
    const ended = await gone();
    told(ended !== undefined, `start: told to end, nothing of it is left after ${ended?.toFixed(1)} s`);
  } finally {
    output('bash', [`${root}scripts/db.sh`, 'reset'], { DB_CLUSTER });
  }
}

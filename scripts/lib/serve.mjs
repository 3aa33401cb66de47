// Serving: the built application as a child process, ready once it answers.
import { spawn } from 'node:child_process';
import { createServer } from 'node:net';
import { setTimeout as wait } from 'node:timers/promises';
import { bin, Failed, root } from './run.mjs';

const portFree = (host, port) =>
  new Promise((resolve) => {
    const probe = createServer();
    probe.once('error', () => resolve(false));
    probe.listen(port, host, () => probe.close(() => resolve(true)));
  });

export const freePort = () =>
  new Promise((resolve, reject) => {
    const probe = createServer();
    probe.once('error', reject);
    probe.listen(0, '127.0.0.1', () => {
      const { port } = probe.address();
      probe.close(() => resolve(port));
    });
  });

/** The server as a child process; a channel tells it when whoever started it is gone. */
export function launch({ host, port, databaseUrl, dev = false, shared = false }) {
  const env = {
    ...process.env,
    HOST: host,
    PORT: String(port),
    DATABASE_URL: databaseUrl,
    DENDROTAX_DATABASE: shared ? 'shared' : 'own',
    ASTRO_TELEMETRY_DISABLED: '1',
    // Threads share what glibc sets aside for them: with the default each keeps tens of megabytes that it no longer uses.
    MALLOC_ARENA_MAX: process.env.MALLOC_ARENA_MAX ?? '2',
  };
  return dev
    ? spawn(bin('astro'), ['dev', '--host', host, '--port', String(port)], {
        cwd: root,
        env,
        stdio: ['ignore', 'inherit', 'inherit'],
      })
    : spawn(process.execPath, ['scripts/app.mjs'], {
        cwd: root,
        env: { ...env, NODE_ENV: 'production', ASTRO_NODE_LOGGING: 'disabled' },
        stdio: ['ignore', 'inherit', 'inherit', 'ipc'],
      });
}

/** What waiting does not mend. */
const HOPELESS = ['database-refuses', 'database-later'];

/** Starts the server and waits until it says that it can serve. Gives the child and its address. */
export async function serve({ host, port, ...rest }) {
  if (!(await portFree(host, port)))
    throw new Failed(`Port ${port} on ${host} is taken. Choose another: PORT=${port + 1} npm start`);
  const child = launch({ host, port, ...rest });
  let ended = false;
  child.on('exit', () => {
    ended = true;
  });
  const shown = host === '0.0.0.0' || host === '::' ? '127.0.0.1' : host.includes(':') ? `[${host}]` : host;
  const address = `http://${shown}:${port}`;
  let last = '';
  for (let tries = 0; tries < 300 && !ended; tries++) {
    try {
      const response = await fetch(`${address}/api/ready`);
      if (response.ok) return { child, address };
      const { type = '', detail = '' } = await response.json();
      last = detail;
      if (HOPELESS.some((code) => type.endsWith(`#${code}`))) break;
    } catch {
      // Not listening yet.
    }
    await wait(200);
  }
  child.kill();
  throw new Failed(ended ? 'The server ended while starting.' : `The server did not get ready. ${last}`);
}

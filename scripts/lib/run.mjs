// Running other programs, with Node built-ins only: these scripts work before anything is installed.
import { spawn, spawnSync } from 'node:child_process';
import { fileURLToPath } from 'node:url';

export const root = fileURLToPath(new URL('../..', import.meta.url));

export class Failed extends Error {}

/** Runs a program to its end, its output shown; throws where it fails. */
export function run(command, args, options = {}) {
  return new Promise((resolve, reject) => {
    const child = spawn(command, args, { cwd: root, stdio: ['ignore', 'inherit', 'inherit'], ...options });
    child.on('error', reject);
    child.on('exit', (code, signal) => {
      if (code === 0) resolve();
      else reject(new Failed(`${command} ${args.join(' ')} ended with ${signal ?? code}`));
    });
  });
}

/** Runs a program to its end; what it printed is shown only where it fails. */
export function quietly(command, args, options = {}) {
  return new Promise((resolve, reject) => {
    const child = spawn(command, args, { cwd: root, stdio: ['ignore', 'pipe', 'pipe'], ...options });
    const printed = [];
    for (const stream of [child.stdout, child.stderr]) stream.on('data', (part) => printed.push(part));
    child.on('error', reject);
    child.on('close', (code, signal) => {
      if (code === 0) return resolve();
      const words = Buffer.concat(printed).toString('utf8').trim();
      reject(new Failed(`${words}\n${command} ${args.join(' ')} ended with ${signal ?? code}`));
    });
  });
}

/** Runs a program and gives what it printed; throws with its own words where it fails. */
export function output(command, args, env = {}) {
  const { status, stdout, stderr, error } = spawnSync(command, args, {
    cwd: root,
    encoding: 'utf8',
    maxBuffer: 2 ** 31 - 1,
    env: { ...process.env, ...env },
  });
  if (error) throw error;
  if (status !== 0) throw new Failed((stderr || stdout).trim() || `${command} ended with ${status}`);
  return stdout.trim();
}

export const bin = (name) => `${root}node_modules/.bin/${name}`;

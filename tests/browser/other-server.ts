/** A server beside the one that all tests share: on a database of its own, or set otherwise. */
import { type ChildProcess, spawn } from 'node:child_process';
import { createServer } from 'node:net';
import { expect } from '@playwright/test';
import pg from 'pg';

export async function inDatabase<T>(url: string, work: (client: pg.Client) => Promise<T>): Promise<T> {
  const client = new pg.Client({ connectionString: url });
  await client.connect();
  try {
    return await work(client);
  } finally {
    await client.end();
  }
}

/** Where a database lies that is ready to be copied: with its tables and demo charts. */
const READY = 'ready';

/** @param from an address of the database server @returns that of a database with this name in it */
const named = (from: string, name: string): string => {
  const url = new URL(from);
  url.pathname = `/${name}`;
  return url.href;
};

/** Made once, before all tests: what `newDatabase` copies. */
export async function makeReady(from: string): Promise<void> {
  await inDatabase(from, (client) => client.query(`CREATE DATABASE ${READY}`));
  await (await started(named(from, READY))).end();
}

/** A database as a new server leaves it behind. @param name in letters, digits and _ @returns its address */
export async function newDatabase(from: string, name: string): Promise<string> {
  await inDatabase(from, (client) => client.query(`CREATE DATABASE ${name} TEMPLATE ${READY}`));
  return named(from, name);
}

export const freePort = () =>
  new Promise<number>((resolve) => {
    const probe = createServer().listen(0, '127.0.0.1', () => {
      const { port } = probe.address() as { port: number };
      probe.close(() => resolve(port));
    });
  });

export interface Started {
  readonly at: string;
  /** What it wrote into its log so far. */
  logged(): string;
  end(): Promise<unknown>;
}

/** Another server on a database, once it can serve. */
export async function started(url: string, more: Readonly<Record<string, string>> = {}): Promise<Started> {
  const port = await freePort();
  const child: ChildProcess = spawn(process.execPath, ['scripts/app.mjs'], {
    env: { ...process.env, PORT: String(port), HOST: '127.0.0.1', DATABASE_URL: url, ...more },
    stdio: ['ignore', 'pipe', 'inherit'],
  });
  let logged = '';
  child.stdout!.on('data', (chunk: Buffer) => {
    logged += chunk.toString();
  });
  const ended = new Promise((resolve) => child.once('exit', resolve));
  const end = () => {
    child.kill('SIGTERM');
    return ended;
  };
  const at = `http://127.0.0.1:${port}`;
  try {
    await expect
      .poll(async () => (await fetch(`${at}/api/ready`).catch(() => undefined))?.status, { timeout: 60_000 })
      .toBe(200);
  } catch (error) {
    await end();
    throw error;
  }
  return { at, end, logged: () => logged };
}

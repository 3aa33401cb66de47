/** A server where people have accounts, on a database of its own, and some people in it. */
import { type APIRequestContext, expect, request } from '@playwright/test';
import { inDatabase, newDatabase, type Started, started } from './other-server';

export interface Somebody {
  readonly name: string;
  readonly email: string;
  readonly password: string;
}
export const somebody = (name: string): Somebody => ({
  name,
  email: `${name.toLowerCase().replace(/\W+/g, '.')}@saltmarsh.example`,
  password: `${name} on the quay wall`,
});

export const BOSS = somebody('Oriel Tansley');

export interface World {
  readonly url: string;
  readonly server: Started;
  /** How it is set beside that. */
  readonly settings: Readonly<Record<string, string>>;
  /** Signed in as somebody, who is made where they are not there yet. */
  as(who: Somebody): Promise<APIRequestContext>;
  /** Nobody: with headers of its own, such as a key. */
  with(headers?: Record<string, string>): Promise<APIRequestContext>;
  end(): Promise<void>;
}

/** @param more settings of the server */
export async function peopleServer(
  database: string,
  name: string,
  more: Readonly<Record<string, string>> = {},
): Promise<World> {
  const url = await newDatabase(database, name);
  const server = await started(url, { PEOPLE: 'on', ...more });
  const open: APIRequestContext[] = [];
  const make = async (headers: Record<string, string> = {}) => {
    const made = await request.newContext({ baseURL: server.at, extraHTTPHeaders: headers });
    open.push(made);
    return made;
  };
  const known = new Map<string, Promise<APIRequestContext>>();
  await expect.poll(() => /\/first#([\w-]+)/.exec(server.logged())?.[1]).toBeTruthy();
  const boss = await make();
  const token = /\/first#([\w-]+)/.exec(server.logged())![1]!;
  expect((await boss.post('/api/accounts/first', { data: { token, ...BOSS } })).status()).toBe(201);
  known.set(BOSS.email, Promise.resolve(boss));
  const signedIn = async (who: Somebody) => {
    const made = await boss.post('/api/accounts', { data: who });
    expect([201, 409]).toContain(made.status());
    const own = await make();
    expect((await own.post('/api/sign-in', { data: { email: who.email, password: who.password } })).status()).toBe(200);
    return own;
  };
  return {
    url,
    server,
    settings: more,
    as: (who) => {
      const there = known.get(who.email) ?? signedIn(who);
      known.set(who.email, there);
      return there;
    },
    with: make,
    async end() {
      for (const one of open) await one.dispose();
      await server.end();
      await inDatabase(database, (client) => client.query(`DROP DATABASE IF EXISTS ${name} WITH (FORCE)`));
    },
  };
}

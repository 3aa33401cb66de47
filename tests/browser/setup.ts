import { makeReady } from './other-server';

/** Before all tests: the database that those of the tests are copied from. */
export default async function setup(): Promise<void> {
  const url = process.env['DATABASE_URL'];
  if (url) await makeReady(url);
}

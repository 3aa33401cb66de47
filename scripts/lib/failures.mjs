// What failed, noted by whoever found it for whoever sums up: of a long run often only the end is kept.
import { appendFileSync, existsSync, readFileSync } from 'node:fs';

const FILE = 'FAILURES_FILE';

/** Notes a failure where somebody sums up. */
export function noteFailure(words) {
  if (process.env[FILE]) appendFileSync(process.env[FILE], `${words.replaceAll('\n', ' ')}\n`);
}

/** The environment in which failures are noted in a file. */
export const notingIn = (file) => ({ ...process.env, [FILE]: file });

export const notedIn = (file) => (existsSync(file) ? readFileSync(file, 'utf8').split('\n').filter(Boolean) : []);

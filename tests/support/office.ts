/**
 * Files as Debian's office suite understands them. It takes seconds to start: files that are asked for at about the same time are
 * opened in one go, so tests that ask for some run at the same time.
 */
import { execFile } from 'node:child_process';
import { mkdtempSync, readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { promisify } from 'node:util';

interface Asked {
  readonly file: string;
  readonly done: () => void;
  readonly failed: (error: unknown) => void;
}

const folder = mkdtempSync(join(tmpdir(), 'dendrotax-office-'));
/** So long nobody else has asked. */
const QUIET_MS = 300;
let files = 0;
const waiting = new Map<string, Asked[]>();
let timer: NodeJS.Timeout | undefined;
/** One at a time: it does not start beside itself. */
let before: Promise<unknown> = Promise.resolve();

async function openAll(): Promise<void> {
  const all = [...waiting];
  waiting.clear();
  for (const [as, asked] of all) {
    const words = [
      '--headless',
      `-env:UserInstallation=file://${folder}/profile`,
      '--convert-to',
      as,
      '--outdir',
      folder,
      ...asked.map(({ file }) => file),
    ];
    try {
      await promisify(execFile)('soffice', words, { timeout: 90_000 });
      for (const { done } of asked) done();
    } catch (error) {
      for (const { failed } of asked) failed(error);
    }
  }
}

/**
 * @param ending of the file, by which it is known what it is
 * @param as the ending of what the office suite makes of it
 * @returns the path of that
 */
export function openedInOffice(bytes: Uint8Array, ending: string, as: string): Promise<string> {
  const name = join(folder, `file${++files}`);
  writeFileSync(`${name}.${ending}`, bytes);
  return new Promise((resolve, reject) => {
    const asked = waiting.get(as) ?? [];
    asked.push({ file: `${name}.${ending}`, done: () => resolve(`${name}.${as}`), failed: reject });
    waiting.set(as, asked);
    clearTimeout(timer);
    timer = setTimeout(() => {
      before = before.then(openAll);
    }, QUIET_MS);
  });
}

/** The same as a document in one piece of XML. */
export const readByOffice = async (bytes: Uint8Array, ending: string, as: string): Promise<string> =>
  readFileSync(await openedInOffice(bytes, ending, as), 'utf8');

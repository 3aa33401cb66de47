/** Pictures scaled in processes of their own: native code can't be stopped within a process, and may take all its threads. */
import { spawn } from 'node:child_process';
import { readFileSync } from 'node:fs';

const [script = ''] = Object.values(
  import.meta.glob<string>('./scale-process.js', { query: '?raw', import: 'default', eager: true }),
);

/** Longest side that is kept, in dots: 300 dots an inch at the largest size that a look can ask for, about. */
export const LONGEST = 640;
/** Most dots of a file that is opened: a small file can unpack to very many. */
const MOST_DOTS = 60_000_000;
const FORMATS = ['jpeg', 'png', 'webp', 'gif', 'tiff', 'svg', 'heif', 'avif'];

/** What one picture may take: seconds from when it begins, and megabytes of memory. */
export const SCALE_LIMITS = { seconds: 8, megabytes: 900 };
/** As many are worked on at once, and wait. */
const AT_ONCE = 2;
const WAITING = 40;
const LOOK_EVERY_MS = 50;

export interface ScaledPicture {
  readonly mime: string;
  readonly width: number;
  readonly height: number;
  readonly bytes: Buffer;
}
/** Why there is none: it can't be read, it took more than it may, or too many wait. */
export type NotScaled = 'unreadable' | 'too-costly' | 'busy';

let working = 0;
const waiting: (() => void)[] = [];
/** Whoever sends several has them worked on one after the other. */
const callers = new Map<string, Promise<unknown>>();

async function turn<T>(work: () => Promise<T>): Promise<T> {
  if (working >= AT_ONCE) await new Promise<void>((begin) => waiting.push(begin));
  working++;
  try {
    return await work();
  } finally {
    working--;
    waiting.shift()?.();
  }
}

/** Memory of a process in megabytes; 0 where that is not known. Source: proc(5), statm, in pages. */
function memoryOf(pid: number): number {
  try {
    return (Number(readFileSync(`/proc/${pid}/statm`, 'utf8').split(' ')[1]) * 4_096) / 1024 / 1024;
  } catch {
    return 0;
  }
}

function inProcess(bytes: Uint8Array): Promise<ScaledPicture | NotScaled> {
  return new Promise((done) => {
    const options = JSON.stringify({ longest: LONGEST, mostDots: MOST_DOTS, formats: FORMATS });
    const child = spawn(
      process.execPath,
      ['--max-old-space-size=256', '--input-type=module', '-e', script, '--', options],
      {
        stdio: ['pipe', 'pipe', 'ignore'],
        // Without what this server was started with: it needs none of it.
        env: { PATH: process.env['PATH'] ?? '', VIPS_CONCURRENCY: '1' },
      },
    );
    const chunks: Buffer[] = [];
    let costly = false;
    const stop = () => {
      costly = true;
      child.kill('SIGKILL');
    };
    const late = setTimeout(stop, SCALE_LIMITS.seconds * 1_000);
    const look = setInterval(() => child.pid && memoryOf(child.pid) > SCALE_LIMITS.megabytes && stop(), LOOK_EVERY_MS);
    const end = (result: ScaledPicture | NotScaled) => {
      clearTimeout(late);
      clearInterval(look);
      done(result);
    };
    child.on('error', () => end('busy'));
    child.stdout.on('data', (chunk: Buffer) => chunks.push(chunk));
    // It may end before it has read all.
    child.stdin.on('error', () => undefined);
    child.stdin.end(bytes);
    child.on('close', (code) => {
      if (costly) return end('too-costly');
      const out = Buffer.concat(chunks);
      const at = out.indexOf(10);
      if (code !== 0 || at < 0) return end('unreadable');
      end({
        ...(JSON.parse(out.subarray(0, at).toString()) as Omit<ScaledPicture, 'bytes'>),
        bytes: out.subarray(at + 1),
      });
    });
  });
}

/** A picture as it is kept: upright, no longer than `LONGEST`, in one of two formats. @param caller whose pictures wait for each other */
export async function scalePicture(bytes: Uint8Array, caller: string): Promise<ScaledPicture | NotScaled> {
  if (waiting.length >= WAITING) return 'busy';
  const before = callers.get(caller);
  const mine = (async () => {
    await before?.catch(() => undefined);
    return turn(() => inProcess(bytes));
  })();
  callers.set(caller, mine);
  try {
    return await mine;
  } finally {
    if (callers.get(caller) === mine) callers.delete(caller);
  }
}

/** Figures measured on this machine, kept in docs/benchmarks.md: a section for each subject, replaced by each run. */
import { existsSync, readFileSync, writeFileSync } from 'node:fs';
import { cpus, totalmem } from 'node:os';
import { setFlagsFromString } from 'node:v8';
import { runInNewContext } from 'node:vm';

const FILE = 'docs/benchmarks.md';
const HEAD = `# Benchmarks

Made by \`npm run bench\`. Times are medians of the runs named; nothing here passes or fails on time.
`;

/** Milliseconds of the median of some runs, after one that is not counted. */
export async function median(runs: number, work: () => unknown): Promise<number> {
  await work();
  const times: number[] = [];
  for (let i = 0; i < runs; i++) {
    const start = performance.now();
    await work();
    times.push(performance.now() - start);
  }
  return times.sort((a, b) => a - b)[Math.floor(runs / 2)]!;
}

/** Megabytes that a value holds, by the heap before and after it is made. */
export function megabytesOf(make: () => unknown): number {
  setFlagsFromString('--expose-gc');
  const collect = runInNewContext('gc') as () => void;
  collect();
  const before = process.memoryUsage().heapUsed;
  const made = make();
  collect();
  const after = process.memoryUsage().heapUsed;
  // Held until here, so that it is not collected before it is counted.
  return made === undefined ? 0 : (after - before) / 1e6;
}

export const ms = (value: number): string => (value < 10 ? value.toFixed(1) : value.toFixed(0));

export const table = (head: readonly string[], rows: readonly (readonly string[])[]): string =>
  [head, head.map(() => '---'), ...rows].map((row) => `| ${row.join(' | ')} |`).join('\n');

/** Ticks of all processors, and those that other guests of the host took (proc(5), /proc/stat: steal is the eighth). */
function ticks(): { all: number; taken: number } {
  const [line = ''] = existsSync('/proc/stat') ? readFileSync('/proc/stat', 'utf8').split('\n') : [];
  const own = line.split(/\s+/).slice(1, 9).map(Number);
  return { all: own.reduce((sum, n) => sum + n, 0), taken: own[7] ?? 0 };
}
const begun = ticks();
/** What of the machine others had meanwhile, where it is a guest: figures are slower by more than that. */
function takenByOthers(): string {
  const now = ticks();
  const share = (now.taken - begun.taken) / Math.max(1, now.all - begun.all);
  return share < 0.005 ? '' : `, ${Math.round(share * 100)} % of its time taken by other guests of the host`;
}

/** Puts a section in place of the one of the same name, with the machine and the day. */
export function section(name: string, text: string): void {
  const machine = `${cpus().length} x ${cpus()[0]?.model.trim() ?? 'unknown'}, ${Math.round(totalmem() / 2 ** 30)} GB, Node ${process.version}, ${new Date().toISOString().slice(0, 10)}${takenByOthers()}`;
  const body = `## ${name}\n\n${machine}\n\n${text}\n`;
  const old = existsSync(FILE) ? readFileSync(FILE, 'utf8') : HEAD;
  const parts = old.split(/^(?=## )/m);
  const at = parts.findIndex((part) => part.startsWith(`## ${name}\n`));
  if (at < 0) parts.push(body);
  else parts[at] = body;
  writeFileSync(FILE, `${parts.map((part) => part.trimEnd()).join('\n\n')}\n`);
  console.log(body);
}

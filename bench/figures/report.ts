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

/** Puts a section in place of the one of the same name, with the machine and the day. */
export function section(name: string, text: string): void {
  const machine = `${cpus().length} x ${cpus()[0]?.model.trim() ?? 'unknown'}, ${Math.round(totalmem() / 2 ** 30)} GB, Node ${process.version}, ${new Date().toISOString().slice(0, 10)}`;
  const body = `## ${name}\n\n${machine}\n\n${text}\n`;
  const old = existsSync(FILE) ? readFileSync(FILE, 'utf8') : HEAD;
  const parts = old.split(/^(?=## )/m);
  const at = parts.findIndex((part) => part.startsWith(`## ${name}\n`));
  if (at < 0) parts.push(body);
  else parts[at] = body;
  writeFileSync(FILE, `${parts.map((part) => part.trimEnd()).join('\n\n')}\n`);
  console.log(body);
}

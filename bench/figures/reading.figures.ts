/** How long the largest files take to be read and offered, or refused: from their bytes to what each kind makes of them. */
import { strToU8 } from 'fflate';
import { it } from 'vitest';
import { type Source, sourceOf, UnreadableFile } from '../../src/core/formats';
import { offersFor } from '../../src/core/offers';
import { largeFiles } from '../large-files';
import { ms, section, table } from './report';

const RUNS = 3;

/** What came of it, in a few words. */
function outcome(source: Source | string): string {
  if (typeof source === 'string') return source;
  const [offer] = offersFor(source.text);
  if (!offer || offer.fitness.sure === 0) return `refused: ${offer?.fitness.why}`;
  return `${offer.kind.id}, ${offer.list?.form}: ${(offer.list?.items.length ?? 0).toLocaleString('en')} items`;
}

it('reading', async () => {
  const only = process.env['READING'];
  const rows: string[][] = [];
  for (const [label, make] of Object.entries(largeFiles)) {
    if (only && !label.includes(only)) continue;
    const made = make();
    const bytes = typeof made === 'string' ? strToU8(made) : made;
    const times: number[] = [];
    let came = '';
    for (let run = 0; run < RUNS; run++) {
      const start = performance.now();
      const source = await sourceOf(bytes).catch((error: unknown) => {
        if (error instanceof UnreadableFile) return `refused: ${error.message}`;
        throw error;
      });
      came = outcome(source);
      times.push(performance.now() - start);
    }
    times.sort((a, b) => a - b);
    rows.push([
      label,
      `${(bytes.length / 1e6).toFixed(1)} MB`,
      `${ms(times[RUNS >> 1]!)} ms`,
      `${ms(times.at(-1)!)} ms`,
      came.slice(0, 110),
    ]);
    console.log(rows.at(-1)!.join(' | '));
  }
  if (!only)
    section(
      'Reading large files',
      `From the bytes to what each kind makes of them, as the dialog and the API do; files of up to 8 MB. Median and most of ${RUNS} runs.\n\n${table(['file', 'size', 'median', 'most', 'comes as'], rows)}`,
    );
}, 900_000);

/** Charts in memory, each at one revision, those that were used last: whoever asks for another reads it from the database. */
import { isMainThread } from 'node:worker_threads';
import { type Chart, countOf } from '../../core/chart';

export interface KeptChart {
  readonly revision: number;
  readonly value: Chart;
}
interface Weighed extends KeptChart {
  readonly bytes: number;
}

/** Rows of which the size is looked at; the others are taken to be like them. */
const SAMPLED = 40;
/** What a value takes in memory, by its length as JSON; with what is worked out of it and remembered (measured: 3 to 5). */
const IN_MEMORY = 4;

/** About how many bytes a chart takes in memory. */
export function bytesOf(chart: Chart): number {
  const all = Object.values(chart.items);
  const step = Math.max(1, Math.floor(all.length / SAMPLED));
  let letters = 0;
  let sampled = 0;
  for (let i = 0; i < all.length; i += step, sampled++) letters += JSON.stringify(all[i]).length;
  const items = sampled === 0 ? 0 : (letters / sampled) * all.length;
  const rest = (countOf(chart.links) + countOf(chart.sets) + countOf(chart.notes)) * 120;
  return Math.round(IN_MEMORY * (2_000 + items + rest));
}

export class Kept {
  private readonly charts = new Map<string, Weighed>();
  private held = 0;
  /** @param most charts, and bytes of all of them together, about */
  constructor(
    private readonly most: number,
    private readonly maxBytes: number,
  ) {}

  /** Bytes that are kept, about. */
  get bytes(): number {
    return this.held;
  }
  /** The chart as it was last known here, at whatever revision that was. */
  last(id: string): KeptChart | undefined {
    return this.charts.get(id);
  }
  /** The chart at just this revision, where it is kept. */
  at(id: string, revision: number): Chart | undefined {
    const one = this.charts.get(id);
    return one?.revision === revision ? one.value : undefined;
  }
  put(id: string, { revision, value }: KeptChart): void {
    // Last used stands last.
    this.drop(id);
    const bytes = bytesOf(value);
    this.charts.set(id, { revision, value, bytes });
    this.held += bytes;
    for (const oldest of this.charts.keys()) {
      if (this.charts.size <= this.most && this.held <= this.maxBytes) break;
      this.drop(oldest);
    }
  }
  drop(id: string): void {
    this.held -= this.charts.get(id)?.bytes ?? 0;
    this.charts.delete(id);
  }
}

/**
 * The charts that this process knows, whoever they belong to: who may see them is asked of the database each time. The longest
 * that there may be finds room.
 */
export const kept = isMainThread ? new Kept(64, 96_000_000) : new Kept(16, 64_000_000);

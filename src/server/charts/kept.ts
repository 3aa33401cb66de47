/** Charts in memory, each at one revision, those that were used last: whoever asks for another reads it from the database. */
import { type Chart, countOf } from '../../core/chart';

export interface KeptChart {
  readonly revision: number;
  readonly value: Chart;
}
interface Weighed extends KeptChart {
  readonly lines: number;
}

export class Kept {
  private readonly charts = new Map<string, Weighed>();
  private lines = 0;
  /** @param most charts, and lines of all of them together */
  constructor(
    private readonly most: number,
    private readonly mostLines: number,
  ) {}

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
    const lines = countOf(value.items) + 1;
    this.charts.set(id, { revision, value, lines });
    this.lines += lines;
    for (const oldest of this.charts.keys()) {
      if (this.charts.size <= this.most && this.lines <= this.mostLines) break;
      this.drop(oldest);
    }
  }
  drop(id: string): void {
    this.lines -= this.charts.get(id)?.lines ?? 0;
    this.charts.delete(id);
  }
}

/** The charts that this process knows, whoever they belong to: who may see them is asked of the database each time. */
export const kept = new Kept(64, 120_000);

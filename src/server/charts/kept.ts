/** The last few charts in memory, each at one revision: whoever asks for another one reads it from the database. */
import type { Chart } from '../../core/chart';

interface At {
  readonly revision: number;
  readonly value: Chart;
}

export class Kept {
  private readonly charts = new Map<string, At>();
  constructor(private readonly most: number) {}

  /** The chart at just this revision, where it is kept. */
  at(id: string, revision: number): Chart | undefined {
    const one = this.charts.get(id);
    return one?.revision === revision ? one.value : undefined;
  }
  put(id: string, one: At): void {
    // Last used stands last.
    this.charts.delete(id);
    this.charts.set(id, one);
    if (this.charts.size > this.most) this.charts.delete(this.charts.keys().next().value!);
  }
  drop(id: string): void {
    this.charts.delete(id);
  }
}

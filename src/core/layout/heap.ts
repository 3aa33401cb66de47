/** Numbers taken out in the order of their keys, the least first (J. Williams, "Algorithm 232: Heapsort", 1964). */
export class Heap {
  private readonly values: number[] = [];
  private readonly keys: number[] = [];

  get size(): number {
    return this.values.length;
  }

  push(value: number, key: number): void {
    let at = this.values.length;
    while (at > 0) {
      const up = (at - 1) >> 1;
      if (this.keys[up]! <= key) break;
      this.values[at] = this.values[up]!;
      this.keys[at] = this.keys[up]!;
      at = up;
    }
    this.values[at] = value;
    this.keys[at] = key;
  }

  /** The value with the least key. Only while there is one. */
  pop(): number {
    const least = this.values[0]!;
    const value = this.values.pop()!;
    const key = this.keys.pop()!;
    const count = this.values.length;
    if (count === 0) return least;
    let at = 0;
    for (;;) {
      let down = 2 * at + 1;
      if (down >= count) break;
      if (down + 1 < count && this.keys[down + 1]! < this.keys[down]!) down++;
      if (this.keys[down]! >= key) break;
      this.values[at] = this.values[down]!;
      this.keys[at] = this.keys[down]!;
      at = down;
    }
    this.values[at] = value;
    this.keys[at] = key;
    return least;
  }
}

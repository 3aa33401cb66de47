/**
 * Depths of the lines that run along a gap between two layers: lines of one trunk share a depth; trunks that overlap lie
 * on tracks of their own, ordered so that few lines cross. Tracks by the left-edge rule of channel routing (A. Hashimoto,
 * J. Stevens, "Wire routing by optimizing channel assignment", DAC 1971).
 */
export interface TrackLine {
  readonly trunk: string;
  /** Where it comes down to the track and where it leaves it, along the layer. */
  readonly from: number;
  readonly to: number;
}

export interface Tracks {
  /** Depth of a trunk as a part of the gap's height. */
  partOf(trunk: string): number;
  /** Height that the tracks need, in points. */
  readonly room: number;
}

const BETWEEN_TRACKS = 6;
/** Trunks closer than this along the layer would touch at their ends. */
const APART = 5;
/** Gaps with more trunks are not improved by exchanges: that would take long and few could follow the lines anyway. */
const MOST_IMPROVED = 60;

interface Trunk {
  readonly key: string;
  readonly low: number;
  readonly high: number;
  readonly from: readonly number[];
  readonly to: readonly number[];
}

/** Crossings and touching verticals of two trunks, `a` on a track before `b`. */
function cost(a: Trunk, b: Trunk): number {
  let sum = 0;
  // What leaves the nearer track has to cross the farther one; what comes to the farther has to cross the nearer.
  for (const x of a.to) if (x > b.low && x < b.high) sum++;
  for (const x of b.from) if (x > a.low && x < a.high) sum++;
  // A line that leaves the near track where another comes down to the far one would run over it.
  for (const x of a.to) for (const y of b.from) if (Math.abs(x - y) < APART) sum += 3;
  return sum;
}

export function trackDepths(lines: readonly TrackLine[]): Tracks {
  const groups = new Map<string, TrackLine[]>();
  for (const line of lines) {
    if (groups.has(line.trunk)) groups.get(line.trunk)!.push(line);
    else groups.set(line.trunk, [line]);
  }
  const trunks = [...groups]
    .map(([key, own]): Trunk => {
      const ends = own.flatMap(({ from, to }) => [from, to]);
      return {
        key,
        low: Math.min(...ends),
        high: Math.max(...ends),
        from: [...new Set(own.map(({ from }) => from))],
        to: own.map(({ to }) => to),
      };
    })
    .filter(({ low, high }) => high - low > 0.01)
    .sort((a, b) => a.low - b.low || a.high - b.high);
  // Left-edge rule: each trunk on the first track that is free from where it starts.
  const tracks: Trunk[][] = [];
  for (const trunk of trunks) {
    const free = tracks.find((own) => own.at(-1)!.high + APART < trunk.low);
    if (free) free.push(trunk);
    else tracks.push([trunk]);
  }
  if (trunks.length <= MOST_IMPROVED) improve(tracks);
  const part = new Map<string, number>();
  for (const [i, own] of tracks.entries()) for (const { key } of own) part.set(key, (i + 1) / (tracks.length + 1));
  return {
    partOf: (trunk) => part.get(trunk) ?? 0.5,
    room: (tracks.length + 1) * BETWEEN_TRACKS,
  };
}

/** Exchanges whole tracks while that makes fewer crossings. */
function improve(tracks: Trunk[][]): void {
  const sum = (a: readonly Trunk[], b: readonly Trunk[]) =>
    a.reduce((all, one) => all + b.reduce((so, other) => so + cost(one, other), 0), 0);
  for (let pass = 0; pass < tracks.length; pass++) {
    let better = false;
    for (let i = 1; i < tracks.length; i++) {
      const [a, b] = [tracks[i - 1]!, tracks[i]!];
      if (sum(b, a) >= sum(a, b)) continue;
      [tracks[i - 1], tracks[i]] = [b, a];
      better = true;
    }
    if (!better) return;
  }
}

/**
 * Circles for sets of which some regions are empty, so that only what is held is drawn (an Euler diagram). Looked for by
 * small changes that make the picture no worse, from fixed starts; where none is found the caller shades what is empty.
 */
import { randomFrom } from '../../random';
import { type Ellipse, regionsOf } from './shapes';

/** Shapes with just the wanted regions; undefined where none were found. More sets have too many ways to look through. */
const MOST_SETS = 4;
const STARTS = 6;
const STEPS = 500;
const SAMPLES = 32;
const REACH = 2.6;

const known = new Map<string, Ellipse[] | undefined>();

export function eulerShapes(sets: number, wanted: ReadonlySet<number>): Ellipse[] | undefined {
  const key = `${sets} ${[...wanted].sort((a, b) => a - b).join(',')}`;
  if (!known.has(key)) known.set(key, sets <= MOST_SETS ? search(sets, wanted) : undefined);
  return known.get(key);
}

function search(sets: number, wanted: ReadonlySet<number>): Ellipse[] | undefined {
  const random = randomFrom(12345);
  let best: { circles: Ellipse[]; cost: number } | undefined;
  for (let start = 0; start < STARTS; start++) {
    let circles = Array.from({ length: sets }, (_, i): Ellipse => {
      const angle = ((i + random() * 0.6) / sets) * 2 * Math.PI;
      const r = 0.5 + random() * 0.6;
      return { x: Math.cos(angle) * 0.9, y: Math.sin(angle) * 0.9, a: r, b: r, turn: 0 };
    });
    let cost = costOf(circles, wanted);
    for (let step = 0; step < STEPS; step++) {
      const size = 0.6 * (1 - step / STEPS) + 0.03;
      const at = Math.floor(random() * sets);
      const moved = circles.map((own, i): Ellipse => {
        if (i !== at) return own;
        const r = Math.min(1.4, Math.max(0.35, own.a + (random() - 0.5) * size));
        return { ...own, x: own.x + (random() - 0.5) * size, y: own.y + (random() - 0.5) * size, a: r, b: r };
      });
      const next = costOf(moved, wanted);
      if (next <= cost) [circles, cost] = [moved, next];
    }
    if (!best || cost < best.cost) best = { circles, cost };
  }
  if (!best) return undefined;
  const there = regionsOf(best.circles);
  const right = there.size === wanted.size && [...wanted].every((region) => there.get(region)?.length === 1);
  return right ? best.circles : undefined;
}

/** Narrower strips than this between two circles are not seen, and are missed by the samples. */
const CLEAR = 0.12;

interface Pair {
  readonly both: boolean;
  readonly onlyA: boolean;
  readonly onlyB: boolean;
}
const pairOf = (wanted: ReadonlySet<number>, a: number, b: number): Pair => {
  const of = [...wanted].map((region) => [(region >> a) & 1, (region >> b) & 1] as const);
  return {
    both: of.some(([x, y]) => x && y),
    onlyA: of.some(([x, y]) => x && !y),
    onlyB: of.some(([x, y]) => !x && y),
  };
};

/** How far two circles are from standing as they should: apart, one in the other, or overlapping. */
function pairFault(a: Ellipse, b: Ellipse, { both, onlyA, onlyB }: Pair): number {
  const distance = Math.hypot(a.x - b.x, a.y - b.y);
  if (!both) return Math.max(0, a.a + b.a + CLEAR - distance);
  const inA = Math.max(0, distance + b.a + CLEAR - a.a);
  const inB = Math.max(0, distance + a.a + CLEAR - b.a);
  if (!onlyB && onlyA) return inA;
  if (!onlyA && onlyB) return inB;
  if (!onlyA && !onlyB) return 0;
  // Overlapping, with room for all three parts.
  const overlap = Math.max(0, distance + 2 * CLEAR - a.a - b.a);
  return overlap + Math.max(0, Math.abs(a.a - b.a) + 2 * CLEAR - distance);
}

/** What is wrong with circles: wanted regions that are missing or small, others that are there, and circles far apart. */
function costOf(circles: readonly Ellipse[], wanted: ReadonlySet<number>): number {
  const counts = new Int32Array(1 << circles.length);
  const step = (2 * REACH) / SAMPLES;
  for (let i = 0; i < SAMPLES; i++)
    for (let j = 0; j < SAMPLES; j++) {
      const [x, y] = [-REACH + (i + 0.5) * step, -REACH + (j + 0.5) * step];
      let region = 0;
      for (let at = 0; at < circles.length; at++) {
        const own = circles[at]!;
        if ((x - own.x) ** 2 + (y - own.y) ** 2 < own.a ** 2) region |= 1 << at;
      }
      counts[region]! += 1;
    }
  let cost = 0;
  for (let region = 1; region < counts.length; region++) {
    const count = counts[region]!;
    if (count > 0 && !wanted.has(region)) cost += 20 + count;
  }
  for (const region of wanted) {
    const count = counts[region]!;
    cost += count === 0 ? 100 : 60 / count;
  }
  for (let a = 0; a < circles.length; a++)
    for (let b = a + 1; b < circles.length; b++) cost += 40 * pairFault(circles[a]!, circles[b]!, pairOf(wanted, a, b));
  const spread = circles.reduce((most, { x, y, a }) => Math.max(most, Math.hypot(x, y) + a), 0);
  return cost + 0.5 * spread + (spread > REACH ? 100 : 0);
}

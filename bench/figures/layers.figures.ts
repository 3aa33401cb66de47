/** Families and maps against the general-purpose layered library: lines that cross, and time, on the same graphs. */
import ELK, { type ElkExtendedEdge } from 'elkjs/lib/elk.bundled.js';
import { it } from 'vitest';
import { crossingsOf, layered, type Point } from '../../src/core/layout';
import { median, ms, section, table } from './report';

const SIZE = { along: 60, across: 24 };

interface Graph {
  readonly layer: readonly number[];
  readonly edges: readonly { readonly from: number; readonly to: number }[];
}

function randomFrom(seed: number) {
  let state = seed;
  return (below: number) => {
    state = (Math.imul(state, 1664525) + 1013904223) >>> 0;
    return Math.floor((state / 2 ** 32) * below);
  };
}

/** Generations of couples with one to four children, who marry into other families now and then; joints as small boxes. */
function familyOf(seed: number, people: number): Graph {
  const random = randomFrom(seed);
  const layer: number[] = [];
  const edges: { from: number; to: number }[] = [];
  const add = (at: number) => layer.push(at) - 1;
  let generation = Array.from({ length: 2 + Math.ceil(people / 12) }, () => add(0));
  for (let depth = 0; layer.length < people * 1.4 && generation.length > 1; depth++) {
    const next: number[] = [];
    for (let i = 0; i + 1 < generation.length; i += 2) {
      const joint = add(2 * depth + 1);
      edges.push({ from: generation[i]!, to: joint }, { from: generation[i + 1]!, to: joint });
      for (let children = 1 + random(4); children > 0; children--) {
        const child = add(2 * depth + 2);
        edges.push({ from: joint, to: child });
        next.push(child);
      }
    }
    // Who marries whom: mostly neighbours, sometimes somebody farther off.
    for (let i = 0; i < next.length; i++)
      if (random(6) === 0) {
        const j = Math.min(next.length - 1, i + random(6));
        [next[i], next[j]] = [next[j]!, next[i]!];
      }
    generation = next;
  }
  return { layer, edges };
}

/** Ideas in levels, each led to from one to three above it, some over several levels. */
function mapOf(seed: number): Graph {
  const random = randomFrom(seed);
  const layer: number[] = [];
  const edges: { from: number; to: number }[] = [];
  const levels: number[][] = [];
  for (let level = 0; level < 4 + random(3); level++) {
    levels.push(Array.from({ length: 2 + random(7) }, () => layer.push(level) - 1));
    if (level === 0) continue;
    for (const to of levels[level]!) {
      const above = new Set(
        Array.from({ length: 1 + random(3) }, () => {
          const from = levels[Math.max(0, level - 1 - (random(4) === 0 ? random(3) : 0))]!;
          return from[random(from.length)]!;
        }),
      );
      for (const from of above) edges.push({ from, to });
    }
  }
  return { layer, edges };
}

const inputOf = ({ layer, edges }: Graph): Parameters<typeof layered>[0] => ({
  layer,
  along: layer.map(() => SIZE.along),
  across: layer.map(() => SIZE.across),
  edges,
  gap: () => 10,
  layerGap: () => 30,
  form: 'straight',
  lineGap: 3,
});

/** @param own in the same layers; held to them it takes far longer, so that a large graph is left to its own */
const theirs = ({ layer, edges }: Graph, own = true) =>
  new ELK().layout({
    id: 'root',
    layoutOptions: {
      'elk.algorithm': 'layered',
      'elk.direction': 'DOWN',
      'elk.edgeRouting': 'POLYLINE',
      'elk.partitioning.activate': String(own),
      'elk.randomSeed': '1',
    },
    children: layer.map((at, i) => ({
      id: `${i}`,
      width: SIZE.along,
      height: SIZE.across,
      layoutOptions: { 'elk.partitioning.partition': String(at) },
    })),
    edges: edges.map(({ from, to }, i) => ({ id: `e${i}`, sources: [`${from}`], targets: [`${to}`] })),
  });

const waysOf = (laid: Awaited<ReturnType<typeof theirs>>): Point[][] =>
  (laid.edges as ElkExtendedEdge[]).map(({ sections }) => {
    const [only] = sections!;
    return [only!.startPoint, ...(only!.bendPoints ?? []), only!.endPoint].map(({ x, y }): Point => [x, y]);
  });

it('families and maps', async () => {
  const rows: string[][] = [];
  for (const [name, graphOf] of [
    ['100 families of about 40', (seed: number) => familyOf(seed, 40)],
    ['100 maps', mapOf],
  ] as const) {
    let [ours, other, fewer, same, none, more] = [0, 0, 0, 0, 0, 0];
    for (let seed = 1; seed <= 100; seed++) {
      const graph = graphOf(seed * 7919);
      const own = crossingsOf(layered(inputOf(graph)).ways);
      const their = crossingsOf(waysOf(await theirs(graph)));
      ours += own;
      other += their;
      if (own < their) fewer++;
      else if (own === 0 && their === 0) none++;
      else if (own === their) same++;
      else more++;
    }
    rows.push([name, String(ours), String(other), String(fewer), String(same), String(none), String(more)]);
  }
  const big = familyOf(11, 3_000);
  const own = await median(3, () => layered(inputOf(big)));
  const start = performance.now();
  await theirs(big, false);
  const their = performance.now() - start;
  section(
    'Families and maps',
    `Lines that cross, counted in the same way on what each draws, with the same boxes in the same layers and straight lines.\n\n${table(['graphs', 'ours', 'layered library', 'fewer', 'as many', 'none in either', 'more'], rows)}\n\n${big.layer.length.toLocaleString('en')} boxes of a family of about 3,000: ours ${ms(own)} ms (median of 3), the library ${ms(their)} ms (one run, layers of its own), ours to it ${(own / their).toFixed(3)}.`,
  );
}, 900_000);

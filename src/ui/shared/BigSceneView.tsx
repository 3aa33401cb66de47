/**
 * A scene with more items than a page can hold as elements. All lines and all boxes are a few paths; the items in view stand
 * over them with their words. Further out, where words could not be read anyway, there are only boxes, and from afar only
 * blocks of tiers.
 */
import { memo, useEffect, useMemo, useState } from 'react';
import { type Box, type Mark, overlapping, type Scene, type SceneItem } from '../../core/scene';
import { ItemView, Marks, type Place } from './SceneView';

/** From here on a scene is drawn this way. */
export const BIG = 1_200;
/** Most items drawn with their words. */
export const MOST_WHOLE = 500;
/** Items given to the page in one frame: more would make it late. */
const AT_ONCE = 14;
/** Boxes lower than this on the screen, in pixels, are drawn as blocks of their tier. */
const BLOCKS_BELOW = 2.5;
/** Height of the cells they are made of, in boxes. */
const GRAIN = 3;

type PathMark = Extract<Mark, { type: 'path' }>;
interface Filled {
  readonly fill: string;
  readonly d: string;
}

/** A region of the page with the boxes and lines that begin in it, as a path for each look; in the picture's own units. */
export interface Chunk {
  /** What they take of the page. */
  readonly part: Box;
  readonly boxes: readonly Filled[];
  readonly lines: readonly PathMark[];
}

/** Boxes to a chunk: of paths that are not seen nothing is painted, so long as they are not too many. */
const CHUNK = 160;

const short = (value: number) => Math.round(value * 10) / 10;
const rectangle = ({ x, y, width, height }: Box) =>
  `M${short(x)} ${short(y)}h${short(width)}v${short(height)}h${short(-width)}Z`;

/** From the page to the picture's own units. */
const inPicture = ({ frame }: Scene, { x, y, width, height }: Box): Box => ({
  x: (x - frame.x) / frame.scale,
  y: (y - frame.y) / frame.scale,
  width: width / frame.scale,
  height: height / frame.scale,
});

const joined = (a: Box | undefined, b: Box): Box => {
  if (!a) return b;
  const [x, y] = [Math.min(a.x, b.x), Math.min(a.y, b.y)];
  return {
    x,
    y,
    width: Math.max(a.x + a.width, b.x + b.width) - x,
    height: Math.max(a.y + a.height, b.y + b.height) - y,
  };
};
/** Values put together under their keys. */
function grouped<T>(groups: Map<string, T[]>, key: string, value: T): void {
  const group = groups.get(key);
  if (group) group.push(value);
  else groups.set(key, [value]);
}
const paths = (groups: ReadonlyMap<string, readonly string[]>): Filled[] =>
  [...groups].map(([fill, parts]) => ({ fill, d: parts.join('') }));

const fillOf = ({ marks: [outline] }: SceneItem) => (outline?.type === 'path' && outline.fill) || 'none';
const lineKey = ({ stroke, width, dash }: PathMark) => `${stroke} ${width} ${dash?.join()}`;

/** A scene's boxes and lines by regions of the page. */
export function chunksOf(scene: Scene): Chunk[] {
  const { picture } = scene;
  const cell = Math.max(1e-6, Math.sqrt((picture.width * picture.height * CHUNK) / Math.max(1, scene.items.length)));
  interface Growing {
    part?: Box;
    readonly boxes: Map<string, string[]>;
    readonly lines: Map<string, PathMark[]>;
  }
  const made = new Map<string, Growing>();
  const chunkAt = ({ x, y }: Box) => {
    const key = `${Math.floor(x / cell)} ${Math.floor(y / cell)}`;
    const known: Growing = made.get(key) ?? { boxes: new Map(), lines: new Map() };
    made.set(key, known);
    return known;
  };
  const boxOf = new Map(scene.items.map(({ id, box }) => [id, box]));
  const parentOf = new Map<string, Box>();
  for (const { parent, box } of scene.items) {
    const above = parent === null ? undefined : boxOf.get(parent);
    // Lines from a box reach as far as what stands under it.
    if (parent !== null && above) parentOf.set(parent, joined(parentOf.get(parent) ?? above, box));
  }
  for (const item of scene.items) {
    const own = chunkAt(item.box);
    own.part = joined(own.part, item.box);
    grouped(own.boxes, fillOf(item), rectangle(inPicture(scene, item.box)));
  }
  for (const { from, marks } of scene.links) {
    if (from === undefined) continue;
    const box = boxOf.get(from) ?? picture;
    const own = chunkAt(box);
    own.part = joined(own.part, parentOf.get(from) ?? box);
    for (const mark of marks) if (mark.type === 'path') grouped(own.lines, lineKey(mark), mark);
  }
  return [...made.values()].map(({ part, boxes, lines }) => ({
    part: part!,
    boxes: paths(boxes),
    lines: [...lines.values()].map((own) => ({ ...own[0]!, d: own.map(({ d }) => d).join('') })),
  }));
}

/** All boxes as plain rectangles, one path for each fill, in the picture's own units. */
export function boxGroups(scene: Scene): Filled[] {
  const groups = new Map<string, string[]>();
  for (const item of scene.items) grouped(groups, fillOf(item), rectangle(inPicture(scene, item.box)));
  return paths(groups);
}

/** Blocks of tiers from afar, one path for each tier's fill, in the picture's own units. */
export function blockGroups(scene: Scene, grain: number): Filled[] {
  const fills = new Map(scene.bands.map(({ tier, fill }) => [tier, fill]));
  const groups = new Map<string, string[]>();
  for (const { tier, ...block } of blocksOf(scene, grain))
    grouped(groups, fills.get(tier) ?? 'none', rectangle(inPicture(scene, block)));
  return paths(groups);
}

/**
 * What boxes of a tier cover together, seen with cells of a given size: as wide rectangles as there are in each row of
 * cells.
 */
export function blocksOf(scene: Scene, grain: number): (Box & { readonly tier: number })[] {
  const rows = new Map<string, { tier: number; row: number; spans: [number, number][] }>();
  for (const { tier, box } of scene.items) {
    const last = Math.floor((box.y + box.height) / grain);
    for (let row = Math.floor(box.y / grain); row <= last; row++) {
      const key = `${tier} ${row}`;
      const own = rows.get(key) ?? { tier, row, spans: [] };
      own.spans.push([box.x, box.x + box.width]);
      rows.set(key, own);
    }
  }
  return [...rows.values()].flatMap(({ tier, row, spans }) => {
    const sorted = spans.sort(([a], [b]) => a - b);
    const covered: [number, number][] = [];
    for (const [start, end] of sorted) {
      const before = covered.at(-1);
      if (before && start - before[1] <= grain) before[1] = Math.max(before[1], end);
      else covered.push([start, end]);
    }
    return covered.map(([start, end]) => ({ tier, x: start, y: row * grain, width: end - start, height: grain }));
  });
}

/** The first of a list, more with every frame, so that no frame has too much to do. */
function useGradually<T>(all: readonly T[] | null): readonly T[] | null {
  const [state, setState] = useState({ all, count: AT_ONCE });
  const current = state.all === all ? state : { all, count: AT_ONCE };
  useEffect(() => {
    if (!all || current.count >= all.length) return;
    const frame = requestAnimationFrame(() => setState({ all, count: current.count + AT_ONCE }));
    return () => cancelAnimationFrame(frame);
  });
  return all && (current.count >= all.length ? all : all.slice(0, current.count));
}

export const BigSceneView = memo(function BigSceneView({
  scene,
  items,
  places,
  part,
  zoom = 1,
}: {
  scene: Scene;
  /** Items in view; null where they are too many to be drawn one by one. */
  items: readonly SceneItem[] | null;
  places?: ReadonlyMap<string, Place>;
  /** The part of the page that is drawn; all of it where absent. */
  part?: Box | undefined;
  /** Pixels a point. */
  zoom?: number;
}) {
  const chunks = useMemo(() => chunksOf(scene), [scene]);
  const lowest = useMemo(
    () => scene.items.reduce((least, { box }) => Math.min(least, box.height), Number.POSITIVE_INFINITY),
    [scene],
  );
  const far = lowest * zoom < BLOCKS_BELOW;
  const blocks = useMemo(() => (far ? blockGroups(scene, lowest * GRAIN) : []), [scene, far, lowest]);
  const shown = useGradually(items);
  // Plain boxes would stick out behind rounded ones.
  const whole = items !== null && shown?.length === items.length;
  const { frame } = scene;
  const seen = part ? chunks.filter((chunk) => overlapping(chunk.part, part)) : chunks;
  return (
    <>
      <rect width={scene.width} height={scene.height} fill={scene.background} />
      {scene.under && (
        <g aria-hidden>
          <Marks marks={scene.under} />
        </g>
      )}
      <g aria-hidden transform={`translate(${frame.x} ${frame.y}) scale(${frame.scale})`}>
        {/* Few things belong to no item: areas, enclosures, the line that joins several tops. */}
        {scene.links.map(({ key, from, marks }) => from === undefined && <Marks key={key} marks={marks} />)}
        {far
          ? blocks.map(({ fill, d }) => <path key={fill} d={d} fill={fill} />)
          : seen.map(({ part: { x, y, width }, boxes, lines }) => (
              <ChunkView key={`${x} ${y} ${width}`} boxes={whole ? NONE : boxes} lines={lines} />
            ))}
      </g>
      <g>
        {shown?.map((item) => (
          <ItemView key={item.id} item={item} scale={frame.scale} place={places?.get(item.id)} />
        ))}
      </g>
      <g aria-hidden>
        <Marks marks={scene.page} />
      </g>
    </>
  );
});

const NONE: readonly Filled[] = [];

const ChunkView = memo(({ boxes, lines }: Pick<Chunk, 'boxes' | 'lines'>) => (
  <g>
    {lines.map((mark) => (
      <path
        key={lineKey(mark)}
        d={mark.d}
        fill="none"
        stroke={mark.stroke}
        strokeWidth={mark.width}
        strokeDasharray={mark.dash?.join(' ')}
      />
    ))}
    {boxes.map(({ fill, d }) => (
      <path key={fill} d={d} fill={fill} stroke="var(--color-quiet)" strokeWidth={0.4} />
    ))}
  </g>
));

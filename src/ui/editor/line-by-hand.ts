/** Lines of the picture as they are set by hand: what is set on one, and the changes that set it. */
import { type Change, type Chart, type Dock, type LineByHand, SIDES } from '../../core/chart';
import { hundredths } from '../../core/hundredths';
import { edgeKey, type Scene, type SceneEdge } from '../../core/scene';
import { itemName } from '../shared/fields';
import { change, useEditor } from './state/store';
import { words } from './words';

export type Edge = Pick<SceneEdge, 'id' | 'said'>;

export const edgeOf = (scene: Scene | undefined, key: string | null): SceneEdge | undefined =>
  key === null ? undefined : scene?.edges.find((edge) => edgeKey(edge) === key);

/** The lines of the picture that come to an item. */
export const linesTo = (item: string | undefined): readonly SceneEdge[] =>
  (useEditor.getState().composition?.scene.edges ?? []).filter(({ to }) => to === item);

const NOTHING: LineByHand = {};
export const lineOf = ({ links, items }: Chart, { id, said }: Edge): LineByHand =>
  (id === undefined ? items[said ?? '']?.line : links[id]?.line) ?? NOTHING;

/** The change that sets a line by hand; what is undefined goes back to its own way. */
export function lineChange(
  chart: Chart,
  edge: Edge,
  patch: { readonly [K in keyof LineByHand]?: LineByHand[K] | undefined },
): Change {
  const next = Object.fromEntries(
    Object.entries({ ...lineOf(chart, edge), ...patch }).filter(([, of]) => of !== undefined),
  ) as LineByHand;
  const line = Object.keys(next).length === 0 ? null : next;
  if (edge.id === undefined) return { type: 'set-item', id: edge.said!, line };
  const { line: _, ...rest } = chart.links[edge.id]!;
  return { type: 'set-links', put: [line ? { ...rest, line } : rest], remove: [] };
}

export const setLine = (edge: Edge, patch: Parameters<typeof lineChange>[2]) =>
  change(lineChange(useEditor.getState().chart, edge, patch), `line ${edgeKey(edge)} ${Object.keys(patch).join()}`);

/** A line goes its own way again; its look stays. */
export const freeLine = (edge: Edge) => setLine(edge, { from: undefined, to: undefined, bends: undefined });

export const edgeName = (chart: Chart, { from, to }: Pick<SceneEdge, 'from' | 'to'>): string =>
  words.lines.between(itemName(chart, from), itemName(chart, to));

export const MOST_BENDS = 12;

/** Puts a bend elsewhere, adds one, or takes one away, counted from the middle between both boxes. */
export function setBend(edge: Edge, at: number, to: { x: number; y: number } | null, fresh = false): void {
  const bends = [...(lineOf(useEditor.getState().chart, edge).bends ?? [])];
  if (to === null) bends.splice(at, 1);
  else bends.splice(at, fresh ? 0 : 1, { dx: hundredths(to.x), dy: hundredths(to.y) });
  const patch = { bends: bends.length > 0 ? bends.slice(0, MOST_BENDS) : undefined };
  // Moves of one bend are one step to undo; one that is added or taken away is a step of its own.
  const moved = to !== null && !fresh;
  change(lineChange(useEditor.getState().chart, edge, patch), ...(moved ? [`line ${edgeKey(edge)} bend ${at}`] : []));
}

/** The place on the edge of a box that is nearest to a point. */
export function dockNear(box: { x: number; y: number; width: number; height: number }, x: number, y: number): Dock {
  const [u, v] = [(x - box.x) / box.width, (y - box.y) / box.height];
  const far = { top: v, bottom: 1 - v, left: u, right: 1 - u };
  const side = SIDES.reduce((best, next) => (far[next] < far[best] ? next : best));
  const along = side === 'top' || side === 'bottom' ? u : v;
  return { side, at: Math.round(Math.min(1, Math.max(0, along)) * 20) / 20 };
}

/**
 * Lines as connectors that stay with the shapes they join. Source: ECMA-376-1, 19.3.1.19 (cxnSp), 20.1.2.2.16 (endCxn),
 * 20.1.2.2.36 (stCxn); the preset geometries bentConnector2 and bentConnector3 begin across, so that those that begin
 * downwards are turned (20.1.7.6).
 */
import { escapeAttribute } from '../../xml';
import type { LineHead, Mark } from '../scene';
import { pathThrough } from '../shapes';
import { colourXml, type Theme } from './colours';
import { frameXml, outlineOf } from './geometry';
import { emu } from './units';
import { cornersOf, isAcross, isDown, isSquare, type Point } from './ways';

/** Where a line is fixed: to a shape, at one of its places. */
export interface Glue {
  readonly shape: number;
  readonly site: number;
}

const TURN = { down: 5_400_000, up: 16_200_000 } as const;

/** Presets by their corners, with the ends among them. */
const BENT = [
  undefined,
  undefined,
  'straightConnector1',
  'bentConnector2',
  'bentConnector3',
  'bentConnector4',
  'bentConnector5',
];

/**
 * A way of right angles by a preset; undefined where there is none that runs so. The corners between the first and the last
 * but one are set as parts of the way along and across in turn (presetShapeDefinitions.xml).
 */
function presetXml(corners: readonly Point[]): string | undefined {
  const preset = BENT[corners.length];
  if (!preset) return undefined;
  const first = corners[0]!;
  const last = corners.at(-1)!;
  const [dx, dy] = [last[0] - first[0], last[1] - first[1]];
  const box = {
    x: Math.min(first[0], last[0]),
    y: Math.min(first[1], last[1]),
    width: Math.abs(dx),
    height: Math.abs(dy),
  };
  const flips = (across: boolean, down: boolean) => `${across ? ' flipH="1"' : ''}${down ? ' flipV="1"' : ''}`;
  const geometry = (adjusts: readonly number[]) =>
    `<a:prstGeom prst="${preset}"><a:avLst>${adjusts.map((part, i) => `<a:gd name="adj${i + 1}" fmla="val ${Math.round(part * 100_000)}"/>`).join('')}</a:avLst></a:prstGeom>`;
  if (corners.length === 2) return frameXml(box, 'a:xfrm', flips(dx < 0, dy < 0)) + geometry([]);
  if (!isSquare(corners)) return undefined;
  const level = isAcross(first, corners[1]!);
  const adjusts = corners
    .slice(1, -2)
    .map(([x, y], i) => ((i % 2 === 0) === level ? (x - first[0]) / dx : (y - first[1]) / dy));
  // Parts of no way at all.
  if (adjusts.some((part) => !(Math.abs(part) < 1_000))) return undefined;
  if (level) return frameXml(box, 'a:xfrm', flips(dx < 0, dy < 0)) + geometry(adjusts);
  const turned = {
    x: box.x + box.width / 2 - box.height / 2,
    y: box.y + box.height / 2 - box.width / 2,
    width: box.height,
    height: box.width,
  };
  const turn = dy >= 0 ? TURN.down : TURN.up;
  const mirrored = dy >= 0 ? dx > 0 : dx < 0;
  return frameXml(turned, 'a:xfrm', ` rot="${turn}"${flips(false, mirrored)}`) + geometry(adjusts);
}

const HEADS: Readonly<Record<LineHead, string>> = { arrow: 'triangle', dot: 'oval', ring: 'oval' };
const headXml = (tag: string, head: LineHead | undefined) =>
  head === undefined ? '' : `<a:${tag} type="${HEADS[head]}" w="med" len="med"/>`;

type PathMark = Extract<Mark, { type: 'path' }>;

/** @param scale points for a unit of the mark */
export function strokeXml(
  { stroke, width = 1, dash, round }: Pick<PathMark, 'stroke' | 'width' | 'dash' | 'round'>,
  scale: number,
  theme: Theme,
  heads = '',
): string {
  if (!stroke) return '<a:ln><a:noFill/></a:ln>';
  // Parts of the line's own width (20.1.2.2.21).
  const parts = dash?.map((part) => Math.max(1_000, Math.round((part / width) * 100_000)));
  const dashed = parts ? `<a:custDash><a:ds d="${parts[0]}" sp="${parts[1] ?? parts[0]}"/></a:custDash>` : '';
  const corners = round ? '<a:round/>' : '<a:miter lim="800000"/>';
  return `<a:ln w="${Math.max(1, emu(width * scale))}"${round ? ' cap="rnd"' : ''}><a:solidFill>${colourXml(theme, stroke)}</a:solidFill>${dashed}${corners}${heads}</a:ln>`;
}

export interface Drawn {
  readonly id: number;
  readonly name: string;
  /** Its corners on the slide; of a curve the points of cubic Bézier curves. */
  readonly points: readonly Point[];
  readonly curved: boolean;
  readonly from?: Glue | undefined;
  readonly to?: Glue | undefined;
  readonly start?: LineHead | undefined;
  readonly end?: LineHead | undefined;
  readonly look: Pick<PathMark, 'stroke' | 'width' | 'dash'>;
  readonly scale: number;
}

/** A curve that leaves and comes in straight, as curvedConnector3 has it: by its corners. */
function bowed(points: readonly Point[]): string | undefined {
  if (points.length !== 4) return undefined;
  const [a, b, c, d] = points as readonly [Point, Point, Point, Point];
  const middle: Point = [(a[0] + d[0]) / 2, (a[1] + d[1]) / 2];
  if (isDown(a, b) && isDown(c, d))
    return presetXml([a, [a[0], middle[1]], [d[0], middle[1]], d])?.replace('bentConnector3', 'curvedConnector3');
  if (isAcross(a, b) && isAcross(c, d))
    return presetXml([a, [middle[0], a[1]], [middle[0], d[1]], d])?.replace('bentConnector3', 'curvedConnector3');
  return undefined;
}

/** A line as a connector; of a form that no preset has with its own geometry, fixed to its shapes all the same. */
export function connectorXml(line: Drawn, theme: Theme): string {
  const { id, name, points, curved, from, to, look, scale } = line;
  const own = () => {
    const outline = outlineOf(pathThrough(points, curved), { x: 0, y: 0, scale: 1 });
    return outline && frameXml(outline.frame) + outline.xml();
  };
  const geometry = (curved ? bowed(points) : presetXml(cornersOf(points))) ?? own();
  if (geometry === undefined) return '';
  const glued = (tag: string, glue: Glue | undefined) =>
    glue ? `<a:${tag} id="${glue.shape}" idx="${glue.site}"/>` : '';
  const heads = headXml('headEnd', line.start) + headXml('tailEnd', line.end);
  return `<p:cxnSp><p:nvCxnSpPr><p:cNvPr id="${id}" name="${escapeAttribute(name)}"/><p:cNvCxnSpPr>${glued('stCxn', from)}${glued('endCxn', to)}</p:cNvCxnSpPr><p:nvPr/></p:nvCxnSpPr><p:spPr>${geometry}<a:noFill/>${strokeXml(look, scale, theme, heads)}</p:spPr></p:cxnSp>`;
}

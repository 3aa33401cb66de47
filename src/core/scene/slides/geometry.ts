/**
 * Outlines as geometry of their own. Source: ECMA-376-1, 20.1.9.8 (custGeom) and 20.1.9.15 (path): a path has units of its
 * own, which are stretched over the shape's frame.
 */
import svgpath from 'svgpath';
import type { Box } from '../scene';
import { emu, type Placing } from './units';

type Segment =
  | readonly ['M' | 'L', number, number]
  | readonly ['Q', number, number, number, number]
  | readonly ['C', number, number, number, number, number, number]
  | readonly ['Z'];

export interface Outline {
  /** On the slide, in points. */
  readonly frame: Box;
  /** The geometry as XML, with places that lines can be fixed to. */
  xml(sites?: readonly (readonly [number, number])[]): string;
}

/** Absolute segments of lines and curves only. */
function segmentsOf(d: string): Segment[] {
  const segments: Segment[] = [];
  let at: readonly [number, number] = [0, 0];
  let start = at;
  svgpath(d)
    .abs()
    .unshort()
    .unarc()
    .iterate(([command, ...values]) => {
      const numbers = values as number[];
      if (command === 'Z') {
        at = start;
        segments.push(['Z']);
      } else if (command === 'H' || command === 'V') {
        at = command === 'H' ? [numbers[0]!, at[1]] : [at[0], numbers[0]!];
        segments.push(['L', ...at]);
      } else {
        at = [numbers.at(-2)!, numbers.at(-1)!];
        if (command === 'M') start = at;
        segments.push([command, ...numbers] as unknown as Segment);
      }
    });
  return segments;
}

const pointsOf = (segment: Segment): [number, number][] => {
  const numbers = segment.slice(1) as number[];
  return numbers.flatMap((value, i) => (i % 2 === 0 ? [[value, numbers[i + 1]!] as [number, number]] : []));
};

const NAMES = { M: 'moveTo', L: 'lnTo', Q: 'quadBezTo', C: 'cubicBezTo' } as const;

/** Path data as it stands on a slide; undefined where it draws nothing. */
export function outlineOf(d: string, { x, y, scale }: Placing): Outline | undefined {
  const segments = segmentsOf(d);
  const points = segments.flatMap(pointsOf);
  if (points.length === 0) return undefined;
  let [left, top, right, bottom] = [Number.POSITIVE_INFINITY, Number.POSITIVE_INFINITY, 0, 0].map((value, i) =>
    i < 2 ? value : Number.NEGATIVE_INFINITY,
  ) as [number, number, number, number];
  for (const [px, py] of points) {
    left = Math.min(left, px);
    top = Math.min(top, py);
    right = Math.max(right, px);
    bottom = Math.max(bottom, py);
  }
  const frame = {
    x: x + left * scale,
    y: y + top * scale,
    width: (right - left) * scale,
    height: (bottom - top) * scale,
  };
  const [width, height] = [Math.max(1, emu(frame.width)), Math.max(1, emu(frame.height))];
  const at = ([px, py]: readonly [number, number]) =>
    `x="${Math.round((px - left) * scale * 12_700)}" y="${Math.round((py - top) * scale * 12_700)}"`;
  const path = segments
    .map((segment) =>
      segment[0] === 'Z'
        ? '<a:close/>'
        : `<a:${NAMES[segment[0]]}>${pointsOf(segment)
            .map((point) => `<a:pt ${at(point)}/>`)
            .join('')}</a:${NAMES[segment[0]]}>`,
    )
    .join('');
  return {
    frame,
    xml: (sites = []) => {
      const cxn = sites
        .map(([sx, sy]) => {
          const [px, py] = [emu(sx - frame.x), emu(sy - frame.y)];
          return `<a:cxn ang="0"><a:pos x="${px}" y="${py}"/></a:cxn>`;
        })
        .join('');
      return `<a:custGeom><a:avLst/><a:gdLst/><a:ahLst/><a:cxnLst>${cxn}</a:cxnLst><a:rect l="0" t="0" r="r" b="b"/><a:pathLst><a:path w="${width}" h="${height}">${path}</a:path></a:pathLst></a:custGeom>`;
    },
  };
}

/** @param turn in 60,000ths of a degree */
export const frameXml = ({ x, y, width, height }: Box, tag = 'a:xfrm', turn = ''): string =>
  `<${tag}${turn}><a:off x="${emu(x)}" y="${emu(y)}"/><a:ext cx="${Math.max(0, emu(width))}" cy="${Math.max(0, emu(height))}"/></${tag}>`;

/** Marks of items and links, in the picture's own units. */
import type { Look } from '../chart';
import type { FaceId } from '../faces';
import type { Size } from '../kinds';
import { withoutRepeats } from '../layout';
import { type Box, dashOf, type Mark, outlines, pathThrough, type Scene, type SceneItem } from '../scene';
import type { Fonts } from '../text';
import { LINE_HEIGHT, type SetItem, type Worded } from './measure';

export interface PlacedItem extends Worded {
  readonly name: string;
  readonly fields: Readonly<Record<string, string>>;
  readonly parent: string | null;
  /** On the page. */
  readonly box: Box;
  /** In the picture's own units. */
  readonly size: Size;
  readonly set: SetItem;
}

/** One line of words as text marks, a mark for each typeface it needs. */
export function textMarks(
  fonts: Fonts,
  text: string,
  face: FaceId,
  size: number,
  x: number,
  y: number,
  fill: string,
): Mark[] {
  return fonts
    .runs(text, face)
    .map((run): Mark => ({ type: 'text', x: x + run.dx * size, y, text: run.text, face: run.face, size, fill }));
}

/** Baseline of a line of text whose line box starts at `top`. */
export function baseline(fonts: Fonts, face: FaceId, size: number, top: number): number {
  const { ascent, descent } = fonts.metrics(face);
  return top + (size * LINE_HEIGHT - size * (ascent + descent)) / 2 + size * ascent;
}

export function drawItem(item: PlacedItem, fonts: Fonts): SceneItem {
  const { size: own, look, set } = item;
  const dash = dashOf(look.edgeDash, look.edgeWidth);
  const edge = look.edgeWidth > 0 ? { stroke: look.edge, width: look.edgeWidth, ...(dash && { dash }) } : {};
  const [outer, ...inner] = outlines(look.shape, { x: 0, y: 0, ...own });
  const marks: Mark[] = [{ type: 'path', d: outer!, fill: look.fill, ...edge }];
  for (const d of inner) marks.push({ type: 'path', d, ...edge });
  let top = (own.height - set.height) / 2;
  for (const line of set.lines) {
    const x = (own.width - line.width) / 2;
    const y = baseline(fonts, line.face, line.size, top);
    marks.push(...textMarks(fonts, line.text, line.face, line.size, x, y, look.ink));
    top += line.size * LINE_HEIGHT;
  }
  return {
    id: item.id,
    label: item.face.lines.map((line) => line.text).join(', '),
    tier: item.tier,
    parent: item.parent,
    box: item.box,
    marks,
  };
}

interface PlacedLink {
  readonly from: string;
  readonly to: string;
  readonly tier: number;
  readonly curved: boolean;
  readonly points: readonly (readonly [number, number])[];
}

export function drawLinks(
  links: readonly PlacedLink[],
  joins: readonly PlacedLink['points'][],
  lookOf: (tier: number) => Look,
): Scene['links'] {
  const stroke = (look: Look) => {
    const width = look.lineWidth;
    const dash = dashOf(look.lineDash, width);
    return { stroke: look.lineColour, width, ...(dash && { dash }) };
  };
  const byParent = new Map<string, PlacedLink[]>();
  for (const link of links) {
    if (byParent.has(link.from)) byParent.get(link.from)!.push(link);
    else byParent.set(link.from, [link]);
  }
  const mark = (ways: readonly string[], look: Look): Mark => ({ type: 'path', d: ways.join(''), ...stroke(look) });
  const drawn = [...byParent].map(([from, own]) => ({
    key: from,
    from,
    marks: [
      mark(
        [
          ...withoutRepeats(own.filter((link) => !link.curved).map((link) => link.points))
            .filter((way) => way.length > 1)
            .map((way) => pathThrough(way, false)),
          ...own.filter((link) => link.curved).map((link) => pathThrough(link.points, true)),
        ],
        lookOf(own[0]!.tier),
      ),
    ],
  }));
  if (joins.length === 0) return drawn;
  return [
    {
      key: 'join',
      marks: [
        mark(
          joins.map((way) => pathThrough(way, false)),
          lookOf(1),
        ),
      ],
    },
    ...drawn,
  ];
}

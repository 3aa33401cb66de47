import type { Mark, Scene, SceneEdge } from '../scene';
import type { TextMark } from '../svg';
import { colourXml } from './colours';
import { connectorXml, type Glue } from './connector';
import { Sites, TOUCHING, WIDEST_GAP } from './sites';
import { boxOn, placedIn } from './units';
import { cornersOf, type Point, partedBy, piecesOf } from './ways';
import { type Block, type SlideOptions, SlideWriter } from './writer';

export interface Slide {
  readonly xml: string;
  /** Addresses that words lead to, and pictures, by their numbers among the slide's relations. */
  readonly links: ReadonlyMap<string, string>;
  readonly pictures: ReadonlyMap<string, string>;
}

type PathMark = Extract<Mark, { type: 'path' }>;

export function slideOf(scene: Scene, options: SlideOptions): Slide {
  const { placing, theme } = options;
  const writer = new SlideWriter(scene, options);
  const picture = placedIn(placing, scene.frame);
  const page = placedIn(placing, { ...(scene.pageAt ?? { x: 0, y: 0 }), scale: 1 });
  const onSlide = ([x, y]: readonly [number, number]) =>
    [picture.x + x * picture.scale, picture.y + y * picture.scale] as const;

  const boxes = new Map(scene.items.map(({ id, box }) => [id, boxOn(placing, box)]));
  const sites = new Sites(boxes, TOUCHING + WIDEST_GAP * picture.scale);
  // Lines that say the same from either end may run either way.
  const ends = scene.edges.map(({ from, to, points }) => {
    const [first, last] = [points.slice(0, 2).map(onSlide), points.slice(-2).map(onSlide).reverse()];
    const fixed = (one: string, two: string) => ({
      first: { item: one, site: sites.at(one, first[0]!, first[1]!) },
      last: { item: two, site: sites.at(two, last[0]!, last[1]!) },
    });
    const so = fixed(from, to);
    return so.first.site === undefined && so.last.site === undefined ? fixed(to, from) : so;
  });
  const title = writer.title();
  // Items are written before the lines under them, as lines have to know their numbers.
  const items = scene.items.map((item) => writer.item(item, boxes.has(item.id) ? sites.of(item.id) : []));
  const numberOf = new Map(scene.items.map(({ id }, i) => [id, items[i]!.id]));
  const labels = new Map(scene.items.map(({ id, label }) => [id, label.split(', ')[0]!]));
  const glueTo = ({ item, site }: { readonly item: string; readonly site: number | undefined }): Glue | undefined =>
    site === undefined || !numberOf.has(item) ? undefined : { shape: numberOf.get(item)!, site };
  /** At a point that no shape has; lines leave it by the side to which they go. */
  const jointTo = (at: Point, next: Point): Glue => {
    const [dx, dy] = [next[0] - at[0], next[1] - at[1]];
    return { shape: writer.joint(at), site: Math.abs(dx) > Math.abs(dy) ? (dx > 0 ? 3 : 1) : dy > 0 ? 2 : 0 };
  };
  const line = (place: number, look: PathMark, blocks: readonly Block[]): string => {
    const edge: SceneEdge = scene.edges[place]!;
    const points = edge.points.map(onSlide);
    const name = [labels.get(edge.from), edge.label, labels.get(edge.to)].filter(Boolean).join(' - ');
    const from = glueTo(ends[place]!.first);
    const to = glueTo(ends[place]!.last);
    const drawn = (
      own: readonly Point[],
      first: Glue | undefined,
      last: Glue | undefined,
      which: 'whole' | 'first' | 'last' | 'other',
    ) =>
      connectorXml(
        {
          id: writer.number(),
          name,
          points: own,
          curved: edge.curved,
          from: first ?? jointTo(own[0]!, own[1]!),
          to: last ?? jointTo(own.at(-1)!, own.at(-2)!),
          start: which === 'whole' || which === 'first' ? edge.start : undefined,
          end: which === 'whole' || which === 'last' ? edge.end : undefined,
          look,
          scale: picture.scale,
        },
        theme,
      );
    if (edge.curved) return drawn(points, from, to, 'whole');
    const corners = cornersOf(points);
    if (corners.length < 2) return '';
    const words = (text: string) => text.replace(/\s+/g, '');
    const [block, parts] =
      blocks
        .filter(({ text }) => words(text).includes(words(edge.label)))
        .map((own) => [own, partedBy(points, own.frame)] as const)
        .find(([, sides]) => sides) ?? [];
    // Words that the line runs through are a shape of their own between its two ends.
    const ways = parts
      ? [piecesOf(cornersOf(parts[0]), from !== undefined), piecesOf(cornersOf(parts[1]), to !== undefined)]
      : [piecesOf(corners, from !== undefined && to !== undefined)];
    const at = (point: Point): Glue => ({ shape: block!.id, site: block!.sites.push(point) - 1 });
    return ways
      .flatMap((pieces, way) =>
        pieces.map((piece, i) => {
          const [isFirst, isLast] = [way === 0 && i === 0, way === ways.length - 1 && i === pieces.length - 1];
          const leaves = i === 0 && way > 0 ? at(piece[0]!) : undefined;
          const comes = i === pieces.length - 1 && way < ways.length - 1 ? at(piece.at(-1)!) : undefined;
          const which = isFirst && isLast ? 'whole' : isFirst ? 'first' : isLast ? 'last' : 'other';
          return drawn(piece, isFirst ? from : leaves, isLast ? to : comes, which);
        }),
      )
      .join('');
  };
  const setName = new Map(scene.areas.map(({ outline, name }) => [outline, name]));
  const links = scene.links.map((link) => {
    const [first] = link.marks;
    if (!link.edges || first?.type !== 'path') {
      return link.key === 'areas'
        ? link.marks
            .map((mark) => writer.marks([mark], picture, (mark.type === 'path' && setName.get(mark.d)) || scene.title))
            .join('')
        : writer.marks(link.marks, picture, scene.title);
    }
    // Heads are the connectors' own; what is left is words.
    const texts = link.marks.filter((mark): mark is TextMark => mark.type === 'text');
    const blocks = writer.blocks(texts, picture);
    const lines = link.edges.map((place) => line(place, first, blocks)).join('');
    return lines + blocks.map((block) => writer.block(block, picture, block.sites.length === 4)).join('');
  });
  const body = [
    title.xml,
    writer.marks(scene.under ?? [], page, scene.title),
    writer.meeting,
    ...links,
    ...items.map(({ xml }) => xml),
    writer.marks(title.rest, page, scene.title),
    writer.marks(scene.over ?? [], placing, scene.title),
  ].join('');
  const xml = `<?xml version="1.0" encoding="UTF-8" standalone="yes"?>
<p:sld xmlns:a="http://schemas.openxmlformats.org/drawingml/2006/main" xmlns:r="http://schemas.openxmlformats.org/officeDocument/2006/relationships" xmlns:p="http://schemas.openxmlformats.org/presentationml/2006/main"><p:cSld><p:bg><p:bgPr><a:solidFill>${colourXml(theme, scene.background)}</a:solidFill><a:effectLst/></p:bgPr></p:bg><p:spTree><p:nvGrpSpPr><p:cNvPr id="1" name=""/><p:cNvGrpSpPr/><p:nvPr/></p:nvGrpSpPr><p:grpSpPr/>${body}</p:spTree></p:cSld><p:clrMapOvr><a:masterClrMapping/></p:clrMapOvr></p:sld>`;
  return { xml, links: writer.links, pictures: writer.pictures };
}

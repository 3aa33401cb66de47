/**
 * One scene as one slide: items are shapes with their words in them, lines are connectors fixed to them, all else is shapes
 * as they stand. Source: ECMA-376-1, 19.3.1 (slides) and 20.1 (drawing).
 */
import { escapeAttribute } from '../../xml';
import { type Box, grown, type Mark, type Scene, type SceneEdge, type SceneItem, titleAt } from '../scene';
import type { TextMark } from '../svg';
import { colourXml, type Theme } from './colours';
import { connectorXml, type Glue, strokeXml } from './connector';
import { frameXml, type Outline, outlineOf } from './geometry';
import { counter, type Placing, placedIn } from './units';
import { cornersOf, type Point, partedBy, piecesOf, sidesOf, within } from './ways';
import { bodyXml, type Line, linesOf, reachOf, type WordsOptions } from './words';

export interface SlideOptions {
  readonly theme: Theme;
  readonly widthOf: (mark: TextMark) => number;
  /** How large a picture is, in dots; undefined where it is not at hand. */
  readonly sizeOf: (file: string) => { readonly width: number; readonly height: number } | undefined;
  /** From the page to the slide. */
  readonly placing: Placing;
}

export interface Slide {
  readonly xml: string;
  /** Addresses that words lead to, and pictures, by their numbers among the slide's relations. */
  readonly links: ReadonlyMap<string, string>;
  readonly pictures: ReadonlyMap<string, string>;
}

type PathMark = Extract<Mark, { type: 'path' }>;
type ImageMark = Extract<Mark, { type: 'image' }>;

/** Letters of a name of a shape. */
const MOST_NAMED = 80;
const named = (text: string) => escapeAttribute(text.length > MOST_NAMED ? `${text.slice(0, MOST_NAMED)}...` : text);
/** Over the slide, where nobody but a reader of screens comes on it. */
const ASIDE = { height: 30, gap: 10 };

const isIn = ({ x, y, width, height }: Box, px: number, py: number) =>
  px >= x && px <= x + width && py >= y && py <= y + height;

/** Words by themselves, with places that lines are fixed to. */
interface Block {
  readonly id: number;
  readonly marks: readonly TextMark[];
  readonly frame: Box;
  readonly text: string;
  readonly sites: Point[];
}

/** Whether a line belongs to the same words as the one over it. */
function follows(line: Line, before: Line, widthOf: WordsOptions['widthOf']): boolean {
  const [one, two] = [reachOf([line], widthOf), reachOf([before], widthOf)];
  const isUnder = line.y > before.y && line.y - before.y < 1.7 * line.size;
  const isBeside = one.x < two.x + two.width && two.x < one.x + one.width;
  return isUnder && isBeside && line.marks[0]!.anchor === before.marks[0]!.anchor;
}

class SlideWriter {
  private readonly next = counter(2);
  readonly number = this.next;
  readonly links = new Map<string, string>();
  readonly pictures = new Map<string, string>();
  private readonly words: WordsOptions;

  constructor(
    private readonly scene: Scene,
    private readonly options: SlideOptions,
  ) {
    const relation = (known: Map<string, string>, letter: string) => (what: string) => {
      const id = known.get(what) ?? `${letter}${known.size + 1}`;
      known.set(what, id);
      return id;
    };
    this.words = {
      theme: options.theme,
      widthOf: options.widthOf,
      language: scene.language ?? 'en',
      link: relation(this.links, 'rLink'),
    };
    this.picture = relation(this.pictures, 'rPicture');
  }
  private readonly picture: (file: string) => string;

  private shape(outline: Outline, geometry: string, look: string, body: string, name: string, more = ''): string {
    return `<p:sp><p:nvSpPr><p:cNvPr id="${this.next()}" name="${named(name)}"${more}/><p:cNvSpPr/><p:nvPr/></p:nvSpPr><p:spPr>${frameXml(outline.frame)}${geometry}${look}</p:spPr>${body}</p:sp>`;
  }

  private fill({ fill, opacity }: PathMark, tier?: number): string {
    return fill ? `<a:solidFill>${colourXml(this.options.theme, fill, tier, opacity)}</a:solidFill>` : '<a:noFill/>';
  }

  /** A path by itself, with words that stand in it. */
  private plate(mark: PathMark, placing: Placing, texts: readonly TextMark[], name: string): string {
    const own = mark.at ? placedIn(placing, mark.at) : placing;
    const outline = outlineOf(mark.d, own);
    if (!outline) return '';
    const look = this.fill(mark) + strokeXml(mark, own.scale, this.options.theme);
    const body = texts.length > 0 ? bodyXml(texts, outline.frame, placing, this.words) : '';
    return this.shape(outline, outline.xml(), look, body, name);
  }

  private image(mark: ImageMark, placing: Placing, name: string): string {
    const size = this.options.sizeOf(mark.file);
    if (!size) return '';
    // The picture's middle fills its box (20.1.8.55, srcRect: parts cut off on each side).
    const [wide, high] = [mark.width / size.width, mark.height / size.height];
    const most = Math.max(wide, high);
    const cut = (own: number) => Math.round(((1 - own / most) / 2) * 100_000);
    const frame = {
      x: placing.x + mark.x * placing.scale,
      y: placing.y + mark.y * placing.scale,
      width: mark.width * placing.scale,
      height: mark.height * placing.scale,
    };
    return `<p:pic><p:nvPicPr><p:cNvPr id="${this.next()}" name="${named(name)}" descr="${named(name)}"/><p:cNvPicPr/><p:nvPr/></p:nvPicPr><p:blipFill><a:blip r:embed="${this.picture(mark.file)}"/><a:srcRect l="${cut(wide)}" t="${cut(high)}" r="${cut(wide)}" b="${cut(high)}"/><a:stretch><a:fillRect/></a:stretch></p:blipFill><p:spPr>${frameXml(frame)}<a:prstGeom prst="${mark.round ? 'ellipse' : 'rect'}"><a:avLst/></a:prstGeom></p:spPr></p:pic>`;
  }

  /** Words by themselves: those of neighbouring lines in one box. */
  blocks(marks: readonly TextMark[], placing: Placing): Block[] {
    const blocks: TextMark[][] = [];
    const { widthOf } = this.options;
    let before: Line | undefined;
    for (const line of linesOf(marks, widthOf)) {
      if (before && follows(line, before, widthOf)) blocks.at(-1)!.push(...line.marks);
      else blocks.push([...line.marks]);
      before = line;
    }
    return blocks.map((own) => {
      const reach = reachOf(linesOf(own, this.options.widthOf), this.options.widthOf);
      const frame = {
        x: placing.x + reach.x * placing.scale,
        y: placing.y + reach.y * placing.scale,
        width: reach.width * placing.scale,
        height: reach.height * placing.scale,
      };
      return { id: this.next(), marks: own, frame, text: own.map(({ text }) => text).join(' '), sites: sidesOf(frame) };
    });
  }

  /** @param paper whether what is behind the words is hidden */
  block({ id, marks, frame, text, sites }: Block, placing: Placing, paper = false): string {
    const { x, y, width, height } = frame;
    const outline = outlineOf(`M${x} ${y}H${x + width}V${y + height}H${x}Z`, { x: 0, y: 0, scale: 1 })!;
    const geometry = sites.length > 4 ? outline.xml(sites) : '<a:prstGeom prst="rect"><a:avLst/></a:prstGeom>';
    const fill = paper
      ? `<a:solidFill>${colourXml(this.options.theme, this.scene.background)}</a:solidFill>`
      : '<a:noFill/>';
    return `<p:sp><p:nvSpPr><p:cNvPr id="${id}" name="${named(text)}"/><p:cNvSpPr txBox="1"/><p:nvPr/></p:nvSpPr><p:spPr>${frameXml(frame)}${geometry}${fill}</p:spPr>${bodyXml(marks, frame, placing, this.words)}</p:sp>`;
  }

  private texts(marks: readonly TextMark[], placing: Placing): string {
    return this.blocks(marks, placing)
      .map((block) => this.block(block, placing))
      .join('');
  }

  private readonly joints = new Map<string, number>();
  private jointsXml = '';
  /** A point that is not seen, at which lines meet. @returns its number */
  joint([x, y]: Point): number {
    const key = `${x.toFixed(1)} ${y.toFixed(1)}`;
    const known = this.joints.get(key);
    if (known !== undefined) return known;
    const id = this.next();
    this.joints.set(key, id);
    this.jointsXml += `<p:sp><p:nvSpPr><p:cNvPr id="${id}" name="Joint"/><p:cNvSpPr/><p:nvPr/></p:nvSpPr><p:spPr>${frameXml({ x: x - 0.005, y: y - 0.005, width: 0.01, height: 0.01 })}<a:prstGeom prst="rect"><a:avLst/></a:prstGeom><a:noFill/><a:ln><a:noFill/></a:ln></p:spPr></p:sp>`;
    return id;
  }
  /** All of them. */
  get meeting(): string {
    return this.jointsXml;
  }

  /** Marks as they stand, words in the shapes that they stand in. */
  marks(marks: readonly Mark[], placing: Placing, name: string): string {
    let xml = '';
    let waiting: TextMark[] = [];
    let open: { readonly mark: PathMark; readonly texts: TextMark[]; readonly frame: Box } | undefined;
    const settle = () => {
      if (open) xml += this.plate(open.mark, placing, open.texts, name);
      open = undefined;
      if (waiting.length > 0) xml += this.texts(waiting, placing);
      waiting = [];
    };
    let led: TextMark | undefined;
    for (const mark of marks) {
      if (mark.type === 'text') {
        const middle = placing.x + (mark.x + this.options.widthOf(mark) / 2) * placing.scale;
        const inside =
          open &&
          waiting.length === 0 &&
          isIn(open.frame, middle, placing.y + (mark.y - mark.size * 0.3) * placing.scale);
        if (inside) open!.texts.push(mark);
        else waiting.push(mark);
        led = mark.href === undefined ? undefined : mark;
        continue;
      }
      // The line under words that lead somewhere: they have one of their own there.
      if (mark.type === 'path' && led && !mark.fill) continue;
      settle();
      if (mark.type === 'image') xml += this.image(mark, placing, name);
      else {
        const outline = mark.fill ? outlineOf(mark.d, mark.at ? placedIn(placing, mark.at) : placing) : undefined;
        if (outline) open = { mark, texts: [], frame: outline.frame };
        else xml += this.plate(mark, placing, [], name);
      }
    }
    settle();
    return xml;
  }

  /** The item as one shape; with what stands beside its words it is a group. @param sites places that lines are fixed to */
  item(item: SceneItem, sites: readonly (readonly [number, number])[]): { readonly xml: string; readonly id: number } {
    const { box, label, tier } = item;
    const placing = placedIn(this.options.placing, { x: box.x, y: box.y, scale: this.scene.frame.scale });
    const outlineMark = item.marks[item.outline];
    const outline = outlineMark?.type === 'path' ? outlineOf(outlineMark.d, placing) : undefined;
    const before = item.marks.slice(0, outline ? item.outline : 0);
    const after = item.marks.slice(outline ? item.outline + 1 : 0);
    // Words that stand in a shape of their own, such as initials, are that shape's.
    const own: TextMark[] = [];
    const rest: Mark[] = [];
    let plate: Outline | undefined;
    for (const mark of after) {
      if (mark.type === 'path' && mark.fill) plate = outlineOf(mark.d, mark.at ? placedIn(placing, mark.at) : placing);
      if (mark.type !== 'text' || !outline) {
        if (mark.type === 'image') plate = undefined;
        rest.push(mark);
        continue;
      }
      const [x, y] = [
        placing.x + (mark.x + this.options.widthOf(mark) / 2) * placing.scale,
        placing.y + (mark.y - mark.size * 0.3) * placing.scale,
      ];
      if ((plate && isIn(plate.frame, x, y)) || !isIn(outline.frame, x, y)) rest.push(mark);
      else own.push(mark);
    }
    const id = this.next();
    const back = this.marks(before, placing, label);
    const main = outline
      ? `<p:sp><p:nvSpPr><p:cNvPr id="${id}" name="${named(label)}" descr="${escapeAttribute(label)}"/><p:cNvSpPr/><p:nvPr/></p:nvSpPr><p:spPr>${frameXml(outline.frame)}${outline.xml(sites)}${this.fill(outlineMark as PathMark, tier)}${strokeXml(outlineMark as PathMark, placing.scale, this.options.theme)}</p:spPr>${bodyXml(own, outline.frame, placing, this.words)}</p:sp>`
      : '';
    const front = this.marks(rest, placing, label);
    if (back === '' && front === '') return { xml: main, id };
    const { frame = { x: placing.x, y: placing.y, width: box.width, height: box.height } } = outline ?? {};
    const whole = frameXml(frame).replace(
      '</a:xfrm>',
      frameXml(frame).replace('<a:xfrm>', '').replace('a:off', 'a:chOff').replace('a:ext', 'a:chExt'),
    );
    return {
      id,
      xml: `<p:grpSp><p:nvGrpSpPr><p:cNvPr id="${this.next()}" name="${named(label)}"/><p:cNvGrpSpPr/><p:nvPr/></p:nvGrpSpPr><p:grpSpPr>${whole}</p:grpSpPr>${back}${main}${front}</p:grpSp>`,
    };
  }

  private shownTitle(marks: readonly TextMark[], placing: Placing): string {
    const [{ id, frame, text }] = this.blocks(marks, placing) as [Block];
    // Another font than that of the picture must not break it.
    const room = marks[0]!.rtl ? 0 : this.scene.width * this.options.placing.scale - frame.x;
    const own = { ...frame, width: Math.max(frame.width, room) };
    return `<p:sp><p:nvSpPr><p:cNvPr id="${id}" name="${named(text)}"/><p:cNvSpPr><a:spLocks noGrp="1"/></p:cNvSpPr><p:nvPr><p:ph type="title"/></p:nvPr></p:nvSpPr><p:spPr>${frameXml(own)}<a:prstGeom prst="rect"><a:avLst/></a:prstGeom><a:noFill/></p:spPr>${bodyXml(marks, own, placing, this.words)}</p:sp>`;
  }

  /** The title as the slide's own: where the page shows it, else over the slide. */
  title(): { readonly xml: string; readonly rest: readonly Mark[] } {
    const { page, title, pageAt = { x: 0, y: 0 } } = this.scene;
    const placing = placedIn(this.options.placing, { ...pageAt, scale: 1 });
    const shown = titleAt(page, title);
    if (shown)
      return {
        xml: this.shownTitle(page.slice(...shown) as TextMark[], placing),
        rest: [...page.slice(0, shown[0]), ...page.slice(shown[1])],
      };
    const frame = {
      x: 0,
      y: -ASIDE.height - ASIDE.gap,
      width: this.scene.width * this.options.placing.scale,
      height: ASIDE.height,
    };
    const xml = `<p:sp><p:nvSpPr><p:cNvPr id="${this.next()}" name="${named(title)}"/><p:cNvSpPr><a:spLocks noGrp="1"/></p:cNvSpPr><p:nvPr><p:ph type="title"/></p:nvPr></p:nvSpPr><p:spPr>${frameXml(frame)}</p:spPr><p:txBody><a:bodyPr/><a:lstStyle/><a:p><a:r><a:rPr lang="${this.words.language}" sz="1400"/><a:t>${escapeAttribute(title)}</a:t></a:r></a:p></p:txBody></p:sp>`;
    return { xml, rest: page };
  }
}

/** How near a line's end has to be to the middle of a side to be fixed there, in points. */
const NEAR = 0.75;
/** So far off a box a line ends on it all the same, in points ... */
const TOUCHING = 2;
/** ... and so far as the widest gap that lines keep to boxes, in the picture's own units. */
const WIDEST_GAP = 12;
/** A line that runs along a box comes to it after so many times its distance. */
const FLAT = 8;

/** Places that lines are fixed to, by item: the middles of its sides, then where else lines end. */
class Sites {
  private readonly sites = new Map<string, Point[]>();
  constructor(
    private readonly boxes: ReadonlyMap<string, Box>,
    /** How far off a box a line may end that comes to it, in points on the slide. */
    private readonly reach: number,
  ) {}

  of(item: string): Point[] {
    const known = this.sites.get(item);
    if (known) return known;
    const middles = sidesOf(this.boxes.get(item)!);
    this.sites.set(item, middles);
    return middles;
  }

  /**
   * The place of an item for the end of a line: where the line, drawn on a little, comes to the item's box; undefined where it
   * does not, as lines of a couple begin between its two.
   */
  at(item: string, end: Point, before: Point): number | undefined {
    const box = this.boxes.get(item);
    if (!box) return undefined;
    const long = Math.hypot(end[0] - before[0], end[1] - before[1]) || 1;
    const on = (by: number): Point => [
      end[0] + ((end[0] - before[0]) / long) * by,
      end[1] + ((end[1] - before[1]) / long) * by,
    ];
    // From a little before its end, as lines may end on the box or just in it.
    const [from, to] = [on(-TOUCHING), on(FLAT * this.reach)];
    const isNear = within(end, end, grown(box, this.reach)) !== undefined;
    const inside = isNear ? within(from, to, box) : undefined;
    if (!inside) return undefined;
    const part = inside[0] === 0 && inside[1] < 1 ? inside[1] : inside[0];
    const [x, y] = [from[0] + (to[0] - from[0]) * part, from[1] + (to[1] - from[1]) * part];
    const all = this.of(item);
    const found = all.findIndex(([sx, sy]) => Math.hypot(sx - x, sy - y) < NEAR);
    return found >= 0 ? found : all.push([x, y]) - 1;
  }
}

export function slideOf(scene: Scene, options: SlideOptions): Slide {
  const { placing, theme } = options;
  const writer = new SlideWriter(scene, options);
  const picture = placedIn(placing, scene.frame);
  const page = placedIn(placing, { ...(scene.pageAt ?? { x: 0, y: 0 }), scale: 1 });
  const onSlide = ([x, y]: readonly [number, number]) =>
    [picture.x + x * picture.scale, picture.y + y * picture.scale] as const;

  const boxes = new Map(
    scene.items.map(({ id, box }) => [
      id,
      {
        x: placing.x + box.x * placing.scale,
        y: placing.y + box.y * placing.scale,
        width: box.width * placing.scale,
        height: box.height * placing.scale,
      },
    ]),
  );
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
    const block = blocks.find(({ text, frame }) => words(text).includes(words(edge.label)) && partedBy(points, frame));
    const parts = block && partedBy(points, block.frame);
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

/** Shapes of one slide, one after the other: items, words, pictures, and points at which lines meet. */
import { escapeAttribute } from '../../xml';
import { type Box, type Mark, type Scene, type SceneItem, titleAt } from '../scene';
import type { TextMark } from '../svg';
import { colourXml, type Theme } from './colours';
import { strokeXml } from './connector';
import { frameXml, type Outline, outlineOf } from './geometry';
import { itemOfXml } from './item-of';
import { boxOn, counter, type Placing, placedIn } from './units';
import { type Point, sidesOf } from './ways';
import { bodyXml, type Line, linesOf, reachOf, type WordsOptions } from './words';

export interface SlideOptions {
  readonly theme: Theme;
  readonly widthOf: (mark: TextMark) => number;
  /** How large a picture is, in dots; undefined where it is not at hand. */
  readonly sizeOf: (file: string) => { readonly width: number; readonly height: number } | undefined;
  /** From the page to the slide. */
  readonly placing: Placing;
  /** The chart is in the file: its shapes say which items they are. */
  readonly carried?: boolean;
}

type PathMark = Extract<Mark, { type: 'path' }>;
type ImageMark = Extract<Mark, { type: 'image' }>;

/** Letters of a name of a shape. */
const MOST_NAMED = 80;
const named = (text: string) => escapeAttribute(text.length > MOST_NAMED ? `${text.slice(0, MOST_NAMED)}...` : text);
/** Over the slide, where nobody but a reader of screens comes on it. */
const ASIDE = { height: 30, gap: 10 };

/** A path may have units of its own. */
const ownPlacing = ({ at }: PathMark, placing: Placing): Placing => (at ? placedIn(placing, at) : placing);

/** Words by themselves, with places that lines are fixed to. */
export interface Block {
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

export class SlideWriter {
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

  /** Whether the middle of words stands in a box. */
  private standsIn({ x, y, width, height }: Box, mark: TextMark, placing: Placing): boolean {
    const px = placing.x + (mark.x + this.options.widthOf(mark) / 2) * placing.scale;
    const py = placing.y + (mark.y - mark.size * 0.3) * placing.scale;
    return px >= x && px <= x + width && py >= y && py <= y + height;
  }

  private shape(outline: Outline, geometry: string, look: string, body: string, name: string): string {
    return `<p:sp><p:nvSpPr><p:cNvPr id="${this.next()}" name="${named(name)}"/><p:cNvSpPr/><p:nvPr/></p:nvSpPr><p:spPr>${frameXml(outline.frame)}${geometry}${look}</p:spPr>${body}</p:sp>`;
  }

  private fill({ fill, opacity }: PathMark, tier?: number): string {
    return fill ? `<a:solidFill>${colourXml(this.options.theme, fill, tier, opacity)}</a:solidFill>` : '<a:noFill/>';
  }

  /** A path by itself, with words that stand in it. */
  private plate(mark: PathMark, placing: Placing, texts: readonly TextMark[], name: string): string {
    const own = ownPlacing(mark, placing);
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
    const frame = boxOn(placing, mark);
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
      const frame = boxOn(placing, reachOf(linesOf(own, widthOf), widthOf));
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
        if (open && waiting.length === 0 && this.standsIn(open.frame, mark, placing)) open.texts.push(mark);
        else waiting.push(mark);
        led = mark.href === undefined ? undefined : mark;
        continue;
      }
      // The line under words that lead somewhere: they have one of their own there.
      if (mark.type === 'path' && led && !mark.fill) continue;
      settle();
      if (mark.type === 'image') xml += this.image(mark, placing, name);
      else {
        const outline = mark.fill ? outlineOf(mark.d, ownPlacing(mark, placing)) : undefined;
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
      if (mark.type === 'path' && mark.fill) plate = outlineOf(mark.d, ownPlacing(mark, placing));
      if (mark.type !== 'text' || !outline) {
        if (mark.type === 'image') plate = undefined;
        rest.push(mark);
        continue;
      }
      const inPlate = plate !== undefined && this.standsIn(plate.frame, mark, placing);
      if (inPlate || !this.standsIn(outline.frame, mark, placing)) rest.push(mark);
      else own.push(mark);
    }
    const id = this.next();
    const back = this.marks(before, placing, label);
    const main = outline
      ? `<p:sp><p:nvSpPr><p:cNvPr id="${id}" name="${named(label)}" descr="${escapeAttribute(label)}"${this.options.carried ? `>${itemOfXml(item.id)}</p:cNvPr>` : '/>'}<p:cNvSpPr/><p:nvPr/></p:nvSpPr><p:spPr>${frameXml(outline.frame)}${outline.xml(sites)}${this.fill(outlineMark as PathMark, tier)}${strokeXml(outlineMark as PathMark, placing.scale, this.options.theme)}</p:spPr>${bodyXml(own, outline.frame, placing, this.words)}</p:sp>`
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

/** A scene as an SVG document. Text stays text; fonts are named, or embedded by whoever has their bytes. */
import { type FaceId, faces, fallbackOf, styleOf } from '../faces';
import { pushTo } from '../grouped';
import { escapeXml } from '../xml';
import { type Box, type Mark, marksOf, type Scene, type SceneItem } from './scene';
import { short } from './shapes';

/** Where the bytes of a picture are had: an address, or the bytes themselves as a data URI. */
export type PictureSource = (file: string) => string;
/** Scenes are drawn without pictures where nobody says where they are. */
const NOWHERE: PictureSource = () => '';

function imageSvg({ x, y, width, height, file, round }: Extract<Mark, { type: 'image' }>, from: PictureSource): string {
  const href = from(file);
  if (href === '') return '';
  return `<image x="${short(x)}" y="${short(y)}" width="${short(width)}" height="${short(height)}" preserveAspectRatio="xMidYMid slice" href="${escapeXml(href)}"${round ? ' clip-path="url(#round)"' : ''}/>`;
}

/** The circle that pictures are cut to, as parts of their box. */
const ROUND_CLIP = '<clipPath id="round" clipPathUnits="objectBoundingBox"><circle cx=".5" cy=".5" r=".5"/></clipPath>';

/** How a scene is written. */
export interface SvgOptions {
  /** What the document carries beside the picture, as XML. */
  readonly metadata?: string | undefined;
  /** Parts have names, as drawing programs show them: lines by where they begin, items by what they say, in their tiers. */
  readonly named?: boolean | undefined;
  /** Without the paper behind the picture. */
  readonly clear?: boolean | undefined;
  /** The part of the page that is seen; all of it where absent. */
  readonly seen?: Box | undefined;
  /** `@font-face` rules to embed; without them the reader's machine must have the fonts. */
  readonly fontCss?: string | undefined;
  readonly from?: PictureSource | undefined;
  /**
   * How wide words are in a face and size. With it each line is anchored where it is aligned, so that words in another
   * font stay about their place; and where fonts are embedded they keep this very width.
   */
  readonly widthOf?: ((text: string, face: FaceId, size: number) => number) | undefined;
  /** Signs of words that are drawn as outlines, which need no font; undefined for those that stay text. */
  readonly outlinesOf?: ((mark: TextMark) => Outlines | undefined) | undefined;
}

export type TextMark = Extract<Mark, { type: 'text' }>;
/** Signs by their outlines, in em, y down. */
export interface Outlines {
  readonly glyphs: readonly {
    readonly id: number;
    readonly advance: number;
    readonly dx: number;
    readonly dy: number;
  }[];
  outline(id: number): string;
}

function outlinesSvg({ x, y, size, fill, text }: TextMark, { glyphs, outline }: Outlines): string {
  let at = 0;
  const paths = glyphs.map(({ id, advance, dx, dy }) => {
    const d = outline(id);
    const path = d === '' ? '' : `<path transform="translate(${(at + dx).toFixed(4)} ${(-dy).toFixed(4)})" d="${d}"/>`;
    at += advance;
    return path;
  });
  return `<g fill="${fill}" aria-label="${escapeXml(text)}" ${placed(x, y, size)}>${paths.join('')}</g>`;
}

const ANCHORS = { 0.5: 'middle', 1: 'end' } as const;

function textSvg(mark: TextMark, { fontCss = '', widthOf, outlinesOf }: SvgOptions): string {
  const outlines = outlinesOf?.(mark);
  if (outlines) return linked(mark, outlinesSvg(mark, outlines));
  const { family, weight } = faces[mark.face];
  const style = styleOf(mark.face) ? ` font-style="${styleOf(mark.face)}"` : '';
  const width = widthOf?.(mark.text, mark.face, mark.size) ?? 0;
  const part = width > 0 ? (mark.anchor ?? 0) : 0;
  // What runs from right to left starts at its right end.
  const end = mark.rtl ? 1 - part : part;
  const anchor = end > 0 ? ` text-anchor="${ANCHORS[end as 0.5 | 1]}"` : '';
  const way = mark.rtl ? ' direction="rtl" unicode-bidi="bidi-override"' : '';
  // Set exactly, letters that join would come apart.
  const exact = width > 0 && fontCss !== '' && !mark.shaped ? ` textLength="${short(width)}"` : '';
  const text = `<text x="${short(mark.x + width * part)}" y="${short(mark.y)}"${anchor}${way}${exact} font-family="${family}, ${fallbackOf(mark.face)}" font-weight="${weight}"${style} font-size="${short(mark.size)}" fill="${mark.fill}">${escapeXml(mark.text)}</text>`;
  return linked(mark, text);
}

const linked = ({ href }: TextMark, drawn: string): string =>
  href === undefined ? drawn : `<a href="${escapeXml(href)}" target="_blank" rel="noopener">${drawn}</a>`;

function markSvg(mark: Mark, options: SvgOptions): string {
  if (mark.type === 'image') return imageSvg(mark, options.from ?? NOWHERE);
  if (mark.type === 'text') return textSvg(mark, options);
  const stroke = mark.stroke ? ` stroke="${mark.stroke}" stroke-width="${short(mark.width ?? 1)}"` : '';
  const dash = mark.dash ? ` stroke-dasharray="${mark.dash.map(short).join(' ')}"` : '';
  const opacity = mark.opacity === undefined ? '' : ` fill-opacity="${short(mark.opacity)}"`;
  const round = mark.round ? ' stroke-linecap="round" stroke-linejoin="round"' : '';
  const own = mark.at ? ` ${placed(mark.at.x, mark.at.y, mark.at.scale)}` : '';
  return `<path d="${mark.d}" fill="${mark.fill ?? 'none'}"${opacity}${stroke}${dash}${round}${own}/>`;
}

function placed(x: number, y: number, scale: number): string {
  return `transform="translate(${short(x)} ${short(y)}) scale(${scale})"`;
}

const itemSvg = (item: SceneItem, scale: number, options: SvgOptions, name = '') =>
  `<g${name} data-item="${escapeXml(item.id)}" data-tier="${item.tier}" ${placed(item.box.x, item.box.y, scale)}><title>${escapeXml(item.label)}</title>${item.marks.map((mark) => markSvg(mark, options)).join('')}</g>`;

/** Items in groups of their tiers, each called by its words. */
function tiersSvg({ items, bands, frame }: Scene, options: SvgOptions): string[] {
  const taken = new Map<string, number>();
  const idOf = (text: string) => {
    const plain =
      text
        .slice(0, 60)
        .match(/[\p{L}\p{N}]+/gu)
        ?.join('-') ?? 'item';
    const count = (taken.get(plain) ?? 0) + 1;
    taken.set(plain, count);
    return ` id="${count === 1 ? plain : `${plain}-${count}`}"`;
  };
  for (const own of ['t', 'd', 'c', 'lines', 'round']) taken.set(own, 1);
  const byTier = new Map<number, SceneItem[]>();
  for (const item of items) pushTo(byTier, item.tier, item);
  return [...byTier].flatMap(([tier, own]) => [
    `<g${idOf(bands.find((band) => band.tier === tier)?.name ?? `Tier ${tier}`)}>`,
    ...own.map((item) => itemSvg(item, frame.scale, options, idOf(item.label))),
    '</g>',
  ]);
}

export function sceneSvg(scene: Scene, options: SvgOptions = {}): string {
  const svg = (mark: Mark) => markSvg(mark, options);
  const { width, height, frame, clip, pageAt, over, under = [] } = scene;
  const seen = options.seen ?? { x: 0, y: 0, width, height };
  const cuts = [...marksOf(scene)].some(({ mark }) => mark.type === 'image' && mark.round);
  return [
    `<svg xmlns="http://www.w3.org/2000/svg" width="${short(seen.width)}pt" height="${short(seen.height)}pt" viewBox="${short(seen.x)} ${short(seen.y)} ${short(seen.width)} ${short(seen.height)}" role="img"${scene.language ? ` lang="${scene.language}"` : ''} aria-labelledby="t d">`,
    `<title id="t">${escapeXml(scene.title)}</title><desc id="d">${escapeXml(scene.description)}</desc>`,
    ...(options.metadata ? [`<metadata>${options.metadata}</metadata>`] : []),
    `<style>${options.fontCss ?? ''}text{white-space:pre;font-kerning:normal;text-rendering:geometricPrecision}</style>`,
    ...(cuts ? [ROUND_CLIP] : []),
    ...(options.clear ? [] : [`<rect width="${short(width)}" height="${short(height)}" fill="${scene.background}"/>`]),
    ...(clip
      ? [
          `<clipPath id="c"><rect x="${short(clip.x)}" y="${short(clip.y)}" width="${short(clip.width)}" height="${short(clip.height)}"/></clipPath><g clip-path="url(#c)">`,
        ]
      : []),
    ...(pageAt && under.length > 0 ? [`<g ${placed(pageAt.x, pageAt.y, 1)}>`] : []),
    ...under.map(svg),
    ...(pageAt && under.length > 0 ? ['</g>'] : []),
    `<g${options.named ? ' id="lines"' : ''} ${placed(frame.x, frame.y, frame.scale)}>`,
    ...scene.links.flatMap((link) =>
      options.named && link.from !== undefined
        ? [`<g data-from="${escapeXml(link.from)}">`, ...link.marks.map(svg), '</g>']
        : link.marks.map(svg),
    ),
    '</g>',
    ...(options.named ? tiersSvg(scene, options) : scene.items.map((item) => itemSvg(item, frame.scale, options))),
    ...(pageAt ? [`<g ${placed(pageAt.x, pageAt.y, 1)}>`] : []),
    ...scene.page.map(svg),
    ...(pageAt ? ['</g>'] : []),
    ...(clip ? ['</g>'] : []),
    ...(over ?? []).map(svg),
    '</svg>\n',
  ].join('\n');
}

/** Every letter a scene needs of each face, for embedding only those. */
export function lettersOf(scene: Scene): Map<keyof typeof faces, string> {
  const letters = new Map<keyof typeof faces, Set<string>>();
  for (const mark of [...[...marksOf(scene)].map((placed) => placed.mark), ...(scene.over ?? [])]) {
    if (mark.type !== 'text') continue;
    const set = letters.get(mark.face) ?? new Set();
    for (const letter of mark.text) set.add(letter);
    letters.set(mark.face, set);
  }
  return new Map([...letters].map(([face, set]) => [face, [...set].sort().join('')]));
}

/** Every picture a scene shows. */
export function filesOf(scene: Scene): string[] {
  const files = new Set<string>();
  for (const { mark } of marksOf(scene)) if (mark.type === 'image') files.add(mark.file);
  return [...files];
}

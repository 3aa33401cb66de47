/** A scene as an SVG document. Text stays text; fonts are named, or embedded by whoever has their bytes. */
import { faces, styleOf } from '../faces';
import { type Mark, marksOf, type Scene, type SceneItem } from './scene';
import { short } from './shapes';

const escapes: Record<string, string> = { '&': '&amp;', '<': '&lt;', '>': '&gt;', '"': '&quot;' };
/** Text safe in XML: marked characters escaped, those that XML 1.0 forbids taken out. */
export const escapeXml = (text: string): string =>
  // biome-ignore lint/suspicious/noControlCharactersInRegex: XML forbids just these
  text.replace(/[&<>"]/g, (c) => escapes[c]!).replace(/[\u0000-\u0008\u000b\u000c\u000e-\u001f\ufffe\uffff]/g, '');

function markSvg(mark: Mark): string {
  if (mark.type === 'text') {
    const { family, weight } = faces[mark.face];
    const style = styleOf(mark.face) ? ` font-style="${styleOf(mark.face)}"` : '';
    return `<text x="${short(mark.x)}" y="${short(mark.y)}" font-family="${family}" font-weight="${weight}"${style} font-size="${short(mark.size)}" fill="${mark.fill}">${escapeXml(mark.text)}</text>`;
  }
  const stroke = mark.stroke ? ` stroke="${mark.stroke}" stroke-width="${short(mark.width ?? 1)}"` : '';
  const dash = mark.dash ? ` stroke-dasharray="${mark.dash.map(short).join(' ')}"` : '';
  const opacity = mark.opacity === undefined ? '' : ` fill-opacity="${short(mark.opacity)}"`;
  return `<path d="${mark.d}" fill="${mark.fill ?? 'none'}"${opacity}${stroke}${dash}/>`;
}

const placed = (x: number, y: number, scale: number) =>
  `transform="translate(${short(x)} ${short(y)}) scale(${scale})"`;

const itemSvg = (item: SceneItem, scale: number) =>
  `<g data-item="${escapeXml(item.id)}" data-tier="${item.tier}" ${placed(item.box.x, item.box.y, scale)}><title>${escapeXml(item.label)}</title>${item.marks.map(markSvg).join('')}</g>`;

/**
 * @param fontCss `@font-face` rules to embed; without them the reader's machine must have the fonts
 */
export function sceneSvg(scene: Scene, fontCss = ''): string {
  const { width, height, frame, clip, pageAt, over } = scene;
  return [
    `<svg xmlns="http://www.w3.org/2000/svg" width="${short(width)}pt" height="${short(height)}pt" viewBox="0 0 ${short(width)} ${short(height)}" role="img" aria-labelledby="t d">`,
    `<title id="t">${escapeXml(scene.title)}</title><desc id="d">${escapeXml(scene.description)}</desc>`,
    `<style>${fontCss}text{white-space:pre;font-kerning:normal;text-rendering:geometricPrecision}</style>`,
    `<rect width="${short(width)}" height="${short(height)}" fill="${scene.background}"/>`,
    ...(clip
      ? [
          `<clipPath id="c"><rect x="${short(clip.x)}" y="${short(clip.y)}" width="${short(clip.width)}" height="${short(clip.height)}"/></clipPath><g clip-path="url(#c)">`,
        ]
      : []),
    `<g ${placed(frame.x, frame.y, frame.scale)}>`,
    ...scene.links.flatMap((link) => link.marks.map(markSvg)),
    '</g>',
    ...scene.items.map((item) => itemSvg(item, frame.scale)),
    ...(pageAt ? [`<g ${placed(pageAt.x, pageAt.y, 1)}>`] : []),
    ...scene.page.map(markSvg),
    ...(pageAt ? ['</g>'] : []),
    ...(clip ? ['</g>'] : []),
    ...(over ?? []).map(markSvg),
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

/**
 * The colours of a picture as a theme of the file: one for each tier, so that another theme there recolours tier by tier.
 * Source: ECMA-376-1, 20.1.6.2 (clrScheme): two dark, two light and six accents.
 */
import type { Scene } from '../scene';

const ACCENTS = 6;
/** For accents that no tier has. */
const SPARE = '#7f7f7f';

export interface Theme {
  /** Text, paper, quiet text, second paper, then the accents: `#rrggbb`. */
  readonly dark: string;
  readonly light: string;
  readonly quiet: string;
  readonly tint: string;
  readonly accents: readonly string[];
}

/** The colour in which the most words of a scene are written. */
function inkOf({ items, page }: Scene): string {
  const counts = new Map<string, number>();
  for (const mark of [...page, ...items.flatMap(({ marks }) => marks)])
    if (mark.type === 'text') counts.set(mark.fill, (counts.get(mark.fill) ?? 0) + mark.text.length);
  return [...counts].sort(([, a], [, b]) => b - a)[0]?.[0] ?? '#000000';
}

export function themeOf(scene: Scene): Theme {
  const fills = scene.bands.slice(0, ACCENTS).map(({ fill }) => fill);
  const line = scene.links.flatMap(({ marks }) => marks).find((mark) => mark.type === 'path' && mark.stroke);
  return {
    dark: inkOf(scene),
    light: scene.background,
    quiet: (line?.type === 'path' && line.stroke) || '#555555',
    tint: '#eeeeee',
    accents: Array.from({ length: ACCENTS }, (_, i) => fills[i] ?? SPARE),
  };
}

const hex = (colour: string) => colour.replace('#', '').toUpperCase();

/** A colour as one of the theme where it is one, those of a tier first. */
export function colourXml(theme: Theme, colour: string, tier?: number, opacity?: number): string {
  const alpha = opacity === undefined || opacity >= 1 ? '' : `<a:alpha val="${Math.round(opacity * 100_000)}"/>`;
  const own = tier !== undefined && theme.accents[tier - 1] === colour ? `accent${tier}` : undefined;
  const known = own ?? { [theme.light]: 'bg1', [theme.quiet]: 'tx2', [theme.dark]: 'tx1' }[colour];
  return known
    ? `<a:schemeClr val="${known}">${alpha}</a:schemeClr>`
    : `<a:srgbClr val="${hex(colour)}">${alpha}</a:srgbClr>`;
}

export const themeXml = (
  name: string,
  { dark, light, quiet, tint, accents }: Theme,
  heading: string,
  body: string,
): string => {
  const one = (tag: string, colour: string) => `<a:${tag}><a:srgbClr val="${hex(colour)}"/></a:${tag}>`;
  const fonts = (tag: string, family: string) =>
    `<a:${tag}><a:latin typeface="${family}"/><a:ea typeface=""/><a:cs typeface=""/></a:${tag}>`;
  const fill = '<a:solidFill><a:schemeClr val="phClr"/></a:solidFill>';
  const edge = `<a:ln w="9525">${fill}</a:ln>`;
  const effect = '<a:effectStyle><a:effectLst/></a:effectStyle>';
  return `<?xml version="1.0" encoding="UTF-8" standalone="yes"?>
<a:theme xmlns:a="http://schemas.openxmlformats.org/drawingml/2006/main" name="${name}"><a:themeElements><a:clrScheme name="${name}">${one('dk1', dark)}${one('lt1', light)}${one('dk2', quiet)}${one('lt2', tint)}${accents.map((colour, i) => one(`accent${i + 1}`, colour)).join('')}${one('hlink', dark)}${one('folHlink', dark)}</a:clrScheme><a:fontScheme name="${name}">${fonts('majorFont', heading)}${fonts('minorFont', body)}</a:fontScheme><a:fmtScheme name="${name}"><a:fillStyleLst>${fill.repeat(3)}</a:fillStyleLst><a:lnStyleLst>${edge.repeat(3)}</a:lnStyleLst><a:effectStyleLst>${effect.repeat(3)}</a:effectStyleLst><a:bgFillStyleLst>${fill.repeat(3)}</a:bgFillStyleLst></a:fmtScheme></a:themeElements></a:theme>`;
};

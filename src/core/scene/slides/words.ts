/** Words of a scene as paragraphs and runs of a shape. Source: ECMA-376-1, 21.1.2 (text). */
import { faces, styleOf } from '../../faces';
import { escapeXml } from '../../xml';
import type { Box } from '../scene';
import type { TextMark } from '../svg';
import { colourXml, type Theme } from './colours';
import { emu, type Placing } from './units';

/** Reach of letters over and under the baseline, as parts of their size, for the middle of a block of lines. */
const OVER = 0.95;
const UNDER = 0.27;

export interface Line {
  readonly y: number;
  readonly size: number;
  readonly marks: readonly TextMark[];
}

/** What stands further apart than this, as a part of its size, is not one line. */
const APART = 1;

/** Marks line by line, as they stand. */
export function linesOf(marks: readonly TextMark[], widthOf: (mark: TextMark) => number): Line[] {
  const lines: { y: number; size: number; marks: TextMark[] }[] = [];
  for (const mark of marks) {
    const line = lines.at(-1);
    const last = line?.marks.at(-1);
    const apart = last ? Math.max(mark.x - last.x - widthOf(last), last.x - mark.x - widthOf(mark)) : 0;
    // Marks of one line have one baseline and follow each other.
    if (line && Math.abs(line.y - mark.y) < 0.01 && apart < APART * mark.size) {
      line.marks.push(mark);
      line.size = Math.max(line.size, mark.size);
    } else lines.push({ y: mark.y, size: mark.size, marks: [mark] });
  }
  return lines;
}

export interface WordsOptions {
  readonly theme: Theme;
  /** Gives the number of a link of the slide. */
  readonly link: (href: string) => string;
  readonly widthOf: (mark: TextMark) => number;
  /** Of the words (BCP 47). */
  readonly language: string;
}

function runXml(mark: TextMark, scale: number, { theme, link, language }: WordsOptions): string {
  const { family, weight } = faces[mark.face];
  const slant = styleOf(mark.face) ? ' i="1"' : '';
  const bold = weight >= 600 ? ' b="1"' : '';
  const size = Math.max(100, Math.round(mark.size * scale * 100));
  const click = mark.href === undefined ? '' : `<a:hlinkClick r:id="${link(mark.href)}">${OWN_COLOUR}</a:hlinkClick>`;
  const type = escapeXml(family);
  return `<a:r><a:rPr lang="${language}" sz="${size}"${bold}${slant} dirty="0"><a:solidFill>${colourXml(theme, mark.fill)}</a:solidFill><a:latin typeface="${type}"/><a:ea typeface="${type}"/><a:cs typeface="${type}"/>${click}</a:rPr><a:t>${escapeXml(mark.text)}</a:t></a:r>`;
}

/** Words that lead somewhere keep the colour they have, rather than that of links ([MS-ODRAWXML]; its identifier is from memory). */
const OWN_COLOUR =
  '<a:extLst><a:ext uri="{A12FA001-AC4F-418D-AE19-62706E023703}"><ahyp:hlinkClr xmlns:ahyp="http://schemas.microsoft.com/office/drawing/2018/hyperlinkcolor" val="tx"/></a:ext></a:extLst>';

const ALIGN = { 0: 'l', 0.5: 'ctr', 1: 'r' } as const;

/** Where lines reach to, in their own units. */
export function reachOf(lines: readonly Line[], widthOf: (mark: TextMark) => number): Box {
  const marks = lines.flatMap((line) => line.marks);
  const left = marks.reduce((so, { x }) => Math.min(so, x), Number.POSITIVE_INFINITY);
  const right = marks.reduce((so, mark) => Math.max(so, mark.x + widthOf(mark)), Number.NEGATIVE_INFINITY);
  const top = lines[0]!.y - OVER * lines[0]!.size;
  const bottom = lines.at(-1)!.y + UNDER * lines.at(-1)!.size;
  return { x: left, y: top, width: right - left, height: bottom - top };
}

/**
 * The words of a shape, in the middle of where they stand in the picture, whatever font is there when it is opened.
 * @param frame of the shape on the slide
 * @param placing of the marks
 */
export function bodyXml(marks: readonly TextMark[], frame: Box, placing: Placing, options: WordsOptions): string {
  const lines = linesOf(marks, options.widthOf);
  if (lines.length === 0)
    return '<p:txBody><a:bodyPr wrap="none" anchor="ctr"/><a:lstStyle/><a:p><a:endParaRPr/></a:p></p:txBody>';
  const { scale } = placing;
  const reach = reachOf(lines, options.widthOf);
  const part = (lines[0]!.marks[0]!.anchor ?? 0) as keyof typeof ALIGN;
  const rtl = marks.some((mark) => mark.rtl);
  const [left, right] = [placing.x + reach.x * scale - frame.x, placing.x + (reach.x + reach.width) * scale - frame.x];
  const middle = placing.y + (reach.y + reach.height / 2) * scale - frame.y;
  const across = (left + right) / 2;
  // What is in the middle stays there if its letters are wider or narrower.
  const inset = {
    0.5: { l: Math.max(0, 2 * across - frame.width), r: Math.max(0, frame.width - 2 * across) },
    0: { l: Math.max(0, left), r: 0 },
    1: { l: 0, r: Math.max(0, frame.width - right) },
  }[part];
  const [t, b] = [Math.max(0, 2 * middle - frame.height), Math.max(0, frame.height - 2 * middle)];
  const paragraphs = lines
    .map((line, i) => {
      // Lines as far apart as in the picture.
      const apart = i === 0 ? undefined : (line.y - lines[i - 1]!.y) * scale;
      const spacing = apart === undefined ? '' : `<a:lnSpc><a:spcPts val="${Math.round(apart * 100)}"/></a:lnSpc>`;
      const ordered = [...line.marks].sort((one, two) => (rtl ? two.x - one.x : one.x - two.x));
      return `<a:p><a:pPr algn="${ALIGN[part]}"${rtl ? ' rtl="1"' : ''}>${spacing}<a:spcBef><a:spcPts val="0"/></a:spcBef></a:pPr>${ordered.map((mark) => runXml(mark, scale, options)).join('')}</a:p>`;
    })
    .join('');
  return `<p:txBody><a:bodyPr wrap="none" lIns="${emu(inset.l)}" tIns="${emu(t)}" rIns="${emu(inset.r)}" bIns="${emu(b)}" anchor="ctr"${rtl ? ' rtlCol="1"' : ''}><a:noAutofit/></a:bodyPr><a:lstStyle/>${paragraphs}</p:txBody>`;
}

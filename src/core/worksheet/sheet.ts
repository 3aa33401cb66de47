/** Pages of a worksheet: the picture, the words to choose from, numbered lines, and a place for a name. Lengths in points. */
import type { Chart } from '../chart';
import { paperPoints } from '../layout';
import { type Box, boxOf, grown, movedBox, movedScene, type Scene } from '../scene';
import type { Fonts } from '../text';
import { blanked, type Lined } from './blanked';
import { MARGIN, Paper, SHEET_WORDS, type Sheet, type SheetText } from './paper';

/** Words in the picture print at least so large, or what would stand under it goes to the next page; in points. */
const READABLE = 6.5;
/** Of small words so much smaller is allowed, rather than another page. */
const SMALLER = 0.75;
/** Pictures are not made larger than this. */
const LARGEST = 1.6;
/** Round the words of a page that belong to the picture, such as the samples of its key. */
const ROUND = 22;

/** Sizes of the paper, upright and lying: the chart's own where hands hold it. */
export function papersOf({ page }: Pick<Chart, 'page'>): readonly Paper['size'][] {
  const size = HELD.has(page.size) ? page.size : 'A4';
  return (['portrait', 'landscape'] as const).map((orientation) => paperPoints({ size, orientation })!);
}
const HELD: ReadonlySet<string> = new Set(['A3', 'A4', 'Letter']);

/** What of a page is the picture, with the words round it that belong to it. */
export function seenOf({ picture, notes, page, width, height }: Scene, fonts: Fonts): Box {
  const boxes = [grown(picture, 4), ...notes.map(({ box }) => box)];
  for (const mark of page)
    if (mark.type === 'text') {
      const wide = fonts.width(mark.text, mark.face, mark.size);
      boxes.push({ x: mark.x - ROUND, y: mark.y - mark.size, width: wide + ROUND, height: mark.size * 1.4 });
    }
  const all = boxOf(boxes);
  const [left, top] = [Math.max(0, all.x), Math.max(0, all.y)];
  const [right, bottom] = [Math.min(width, all.x + all.width), Math.min(height, all.y + all.height)];
  return { x: left, y: top, width: Math.max(1, right - left), height: Math.max(1, bottom - top) };
}

export interface Pictured {
  readonly scene: Scene;
  /** What of its page is the picture. */
  readonly seen: Box;
  /** Places as they stand before the picture is moved. */
  readonly lined: readonly Lined[];
}

const shownAs = (known: boolean, { inPicture }: SheetText) => (known ? 'answer' : inPicture ? 'line' : 'number');

/** The pictures of a worksheet cut out of their pages, for those who set the words round them themselves. */
export function picturesAlone(pictures: readonly Pictured[], text: SheetText, known: boolean): Scene[] {
  const { chart, fonts, answers } = text;
  return pictures.map(({ scene, seen, lined }) => {
    const shown = blanked(scene, lined, shownAs(known, text), chart.font, fonts).scene;
    const description = SHEET_WORDS.described(chart.title, answers.size);
    return { ...movedScene(shown, { x: -seen.x, y: -seen.y, scale: 1 }, seen), description };
  });
}

/** What stands under the picture on its page. */
interface Under {
  readonly bank: boolean;
  readonly lines: boolean;
}
const underHeight = (paper: Paper, { bank, lines }: Under, known: boolean) =>
  (bank ? paper.bankHeight : 0) + (lines ? paper.linesHeight(known) : 0);

const smallestOf = ({ items, links, frame }: Scene): number =>
  [...items, ...links]
    .flatMap(({ marks }) => marks)
    .reduce((least, mark) => (mark.type === 'text' ? Math.min(least, mark.size * frame.scale) : least), 72);

/** All on one page where the picture can be read then, upright or lying, whichever leaves it larger; else what must goes on. */
function planned(
  pictures: readonly Pictured[],
  papers: readonly Paper['size'][],
  wanted: Under,
  known: boolean,
  begun: (size: Paper['size']) => Paper,
): Under & { readonly size: Paper['size'] } {
  const scaleOn = (size: Paper['size'], under: Under) => {
    const paper = begun(size);
    const high = paper.left - underHeight(paper, under, known);
    return Math.min(
      LARGEST,
      ...pictures.map(({ seen: { width, height } }) => Math.min(paper.room / width, high / height)),
    );
  };
  const best = (under: Under) => {
    const [one, other] = papers.map((size) => ({ ...under, size, scale: scaleOn(size, under) }));
    return one!.scale >= other!.scale ? one! : other!;
  };
  const none = best({ bank: false, lines: false });
  if (pictures.length > 1) return none;
  const least = smallestOf(pictures[0]!.scene);
  const tries = [wanted, { bank: wanted.bank, lines: false }].map(best);
  // Words that are small on a page of their own are not what is under the picture to blame for.
  const enough = Math.min(READABLE, least * none.scale * SMALLER);
  return tries.find(({ scale }) => scale > 0 && least * scale >= enough) ?? none;
}

/** All pages of a worksheet, or of its answers. */
export function sheetsOf(pictures: readonly Pictured[], text: SheetText, known: boolean): Sheet[] {
  const { chart, fonts, inPicture, answers } = text;
  const description = SHEET_WORDS.described(chart.title, answers.size);
  const listed = known || !inPicture;
  const sheets: Sheet[] = [];
  const begun = (size: Paper['size'], first: boolean) => {
    const paper = new Paper(size, text);
    paper.title(known ? `${SHEET_WORDS.key}: ${chart.title}` : chart.title);
    if (!known) paper.head();
    else if (text.version) paper.say(SHEET_WORDS.version(text.version));
    if (first && !known) paper.say(inPicture ? SHEET_WORDS.fill : SHEET_WORDS.fillNumbered);
    return paper;
  };
  const wanted = { bank: !known && text.bank.length > 0, lines: listed };
  const plan = planned(pictures, papersOf(chart), wanted, known, (size) => begun(size, true));
  const { size } = plan;
  let rest = listed;
  let banked = !wanted.bank;
  let written = 0;
  for (const [at, { scene, seen: part, lined }] of pictures.entries()) {
    const paper = begun(size, at === 0);
    const height = paper.left - underHeight(paper, plan, known);
    const scale = Math.min(LARGEST, paper.room / part.width, height / part.height);
    const by = {
      x: MARGIN + (paper.room - part.width * scale) / 2 - part.x * scale,
      y: paper.top - part.y * scale,
      scale,
    };
    const shown = blanked(scene, lined, shownAs(known, text), chart.font, fonts);
    const moved = movedScene(shown.scene, by, size);
    paper.top += part.height * scale;
    paper.fields.push(...shown.fields.map(({ number, box }) => ({ number, box: movedBox(box, by) })));
    if (plan.lines) {
      written += paper.lines(0, known);
      rest = false;
    }
    if (plan.bank) {
      paper.bank();
      banked = true;
    }
    sheets.push(paper.page({ ...moved, description }));
  }
  while (!banked || (rest && written < answers.size)) {
    const paper = begun(size, false);
    if (!banked) paper.bank();
    banked = true;
    if (rest) written += paper.lines(written, known);
    sheets.push(paper.page({ description }));
  }
  return sheets;
}

/** Words with parts that stand out, set in lines of runs. */
import type { FaceId } from '../faces';
import type { Fonts } from './fonts';
import { runsLeft } from './order';
import type { Paragraph, RichRun } from './rich';
import type { Reach } from './shaped';
import { wrap } from './wrap';

export interface SetRun {
  readonly text: string;
  readonly face: FaceId;
  /** From the left end of its line, in points. */
  readonly dx: number;
  readonly width: number;
  readonly href?: string;
}
export interface RichLine {
  readonly text: string;
  readonly width: number;
  readonly runs: readonly SetRun[];
  readonly reach?: Reach;
}

interface Word {
  readonly text: string;
  readonly face: FaceId;
  readonly href: string | undefined;
  /** A space stands before it. */
  readonly spaced: boolean;
}

const BULLET = '•';
/** From a bullet's left end to its words, as a part of the text size. */
const INDENT = 0.9;

function wordsOf(runs: readonly RichRun[], faceOf: (run: RichRun) => FaceId): Word[] {
  let spaced = false;
  return runs.flatMap((run) =>
    run.text.split(/(\s+)/).flatMap((piece): Word[] => {
      if (piece === '') return [];
      if (/^\s/.test(piece)) {
        spaced = true;
        return [];
      }
      const word = { text: piece, face: faceOf(run), href: run.href, spaced };
      spaced = false;
      return [word];
    }),
  );
}

const higher = (a: Reach | undefined, b: Reach | undefined): Reach | undefined =>
  a && b ? { above: Math.max(a.above, b.above), below: Math.max(a.below, b.below) } : (a ?? b);

/** Words of one line put together to runs of one face and one address. */
function lineOf(words: readonly Word[], fonts: Fonts, size: number, left: number, rtl = false): RichLine {
  const runs: SetRun[] = [];
  let x = left;
  for (const [i, { text, face, href, spaced }] of words.entries()) {
    const last = runs.at(-1);
    const space = spaced && i > 0 ? ' ' : '';
    if (last && last.face === face && last.href === href) {
      const joined = last.text + space + text;
      const width = fonts.width(joined, face, size);
      runs[runs.length - 1] = { ...last, text: joined, width };
      x = last.dx + width;
      continue;
    }
    if (space) x += fonts.width(' ', face, size);
    const width = fonts.width(text, face, size);
    runs.push({ text, face, dx: x, width, ...(href !== undefined && { href }) });
    x += width;
  }
  const reach = runs.reduce<Reach | undefined>(
    (most, { text, face }) => higher(most, fonts.shape(text, face).reach),
    undefined,
  );
  return {
    text: words.map(({ text, spaced }, i) => (spaced && i > 0 ? ` ${text}` : text)).join(''),
    width: x,
    // What comes first stands at the right.
    runs: rtl ? runs.map((run) => ({ ...run, dx: left + x - run.dx - run.width })) : runs,
    ...(reach && { reach }),
  };
}

/** Words broken into pieces that fit a line by themselves. */
const pieces = (word: Word, fonts: Fonts, size: number, most: number): Word[] =>
  fonts.width(word.text, word.face, size) <= most
    ? [word]
    : wrap(fonts, word.text, word.face, size, most).lines.map(({ text }, i) => ({
        ...word,
        text,
        spaced: i === 0 && word.spaced,
      }));

/**
 * Sets paragraphs in lines at most `most` points wide. Lines of a list begin at the same place: each is said to be as wide
 * as the widest of them.
 */
export function wrapRich(
  fonts: Fonts,
  paragraphs: readonly Paragraph[],
  faceOf: (run: RichRun) => FaceId,
  size: number,
  most: number,
): RichLine[] {
  const lines: (RichLine & { listed: boolean })[] = [];
  for (const { bullet, runs } of paragraphs) {
    const left = bullet ? INDENT * size : 0;
    const rtl = runsLeft(runs.map(({ text }) => text).join(''));
    const room = Math.max(size, most - left);
    const own: RichLine[] = [];
    let line: Word[] = [];
    for (const word of wordsOf(runs, faceOf).flatMap((each) => pieces(each, fonts, size, room))) {
      if (line.length > 0 && lineOf([...line, word], fonts, size, 0).width > room + 1e-6) {
        own.push(lineOf(line, fonts, size, left, rtl));
        line = [];
      }
      line.push(word);
    }
    if (line.length > 0 || own.length === 0) own.push(lineOf(line, fonts, size, left, rtl));
    if (bullet) {
      const face = faceOf({ text: '' });
      const sign = { text: BULLET, face, dx: 0, width: fonts.width(BULLET, face, size) };
      own[0] = { ...own[0]!, text: `${BULLET} ${own[0]!.text}`, runs: [sign, ...own[0]!.runs] };
    }
    lines.push(...own.map((each) => ({ ...each, listed: bullet })));
  }
  return lines.map(({ listed, ...line }, i) => {
    if (!listed) return line;
    let [from, to] = [i, i];
    while (lines[from - 1]?.listed) from--;
    while (lines[to + 1]?.listed) to++;
    return { ...line, width: Math.max(...lines.slice(from, to + 1).map(({ width }) => width)) };
  });
}

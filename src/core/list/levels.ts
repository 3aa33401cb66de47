/**
 * Levels of an outline from how its lines start: indentation, bullets or dotted numbers. Mixed widths are resolved as
 * a person would see them: the nearest level that is already open.
 */
import { smallest } from '../extremes';

export interface OutlineLine {
  /** Line number in the text, from 1. */
  readonly line: number;
  /** Level from 0. */
  readonly level: number;
  /** The line without indentation, bullet or number. */
  readonly text: string;
  /** Its number, where levels are told by numbers; empty where the line has none. */
  readonly number?: string;
  /** It stood deeper than one level under the line above. */
  readonly tooDeep: boolean;
}

const BULLET = /^([-*+#•◦▪▫■□●○‣⁃–·➢➤])(\1*)(\s+|$)/u;
/** A bullet at the start of a line, unless the sign means something else in this list. */
const bulletOf = (body: string, meaning: string): RegExpExecArray | null => {
  const found = BULLET.exec(body);
  return found && !meaning.includes(found[1]!) ? found : null;
};
const NUMBER = /^(\d+(?:\.\d+)*)[.)]?\s+/;
const DOTTED = /^\d+(?:\.\d+)+[.)]?\s+/;
const ENUMERATED = /^\d+[.)]\s+/;

interface Raw {
  line: number;
  indent: string;
  body: string;
}

const share = (raws: readonly Raw[], test: (raw: Raw) => boolean) =>
  raws.filter(test).length / Math.max(1, raws.length);

/** Column at which text starts, a tab going on to the next multiple of `tab`. */
function columnOf(indent: string, tab: number): number {
  let column = 0;
  for (const c of indent) column = c === '\t' ? (Math.floor(column / tab) + 1) * tab : column + 1;
  return column;
}

/** The step between levels: the commonest increase from one line to the next; the smaller one of equals. */
function stepOf(columns: readonly number[]): number {
  const counts = new Map<number, number>();
  for (let i = 1; i < columns.length; i++) {
    const increase = columns[i]! - columns[i - 1]!;
    if (increase > 0) counts.set(increase, (counts.get(increase) ?? 0) + 1);
  }
  let best = 0;
  for (const [increase, count] of counts) {
    const known = counts.get(best) ?? 0;
    if (count > known || (count === known && increase < best)) best = increase;
  }
  return best || 1;
}

function levelsFromColumns(columns: readonly number[]): { level: number; tooDeep: boolean; odd: boolean }[] {
  const step = stepOf(columns);
  const open: number[] = [];
  return columns.map((column) => {
    const last = open.at(-1);
    if (last === undefined) {
      open.push(column);
      return { level: 0, tooDeep: false, odd: false };
    }
    if (column - last >= Math.max(1, step / 2)) {
      open.push(column);
      return { level: open.length - 1, tooDeep: column - last > step * 1.5, odd: column - last !== step };
    }
    // The deepest open level that does not start clearly right of this line; clearly left of it, the line is its child.
    let at = open.length - 1;
    while (at > 0 && open[at]! > column + step / 2) at--;
    const under = column - open[at]! >= Math.max(1, step / 2);
    open.length = at + 1;
    if (under) open.push(column);
    return { level: open.length - 1, tooDeep: false, odd: under || open[at] !== column };
  });
}

function byIndent(raws: readonly Raw[]) {
  const mixed = raws.some((raw) => raw.indent.includes('\t')) && raws.some((raw) => / {2}/.test(raw.indent));
  // Tabs have no width of their own: the width that makes the most regular outline is the one that was seen.
  let best: ReturnType<typeof levelsFromColumns> | undefined;
  for (const tab of mixed ? [4, 8, 2, 3] : [4]) {
    const levels = levelsFromColumns(raws.map((raw) => columnOf(raw.indent, tab)));
    const odd = (of: typeof levels) => of.filter((l) => l.odd || l.tooDeep).length;
    if (!best || odd(levels) < odd(best)) best = levels;
  }
  return best ?? [];
}

/** Levels of numbers such as 1.2.3: their count of parts; a missing level in between is reported as too deep. */
function byNumber(raws: readonly Raw[]) {
  let last = -1;
  const parts = raws.map((raw) => NUMBER.exec(raw.body)?.[1]?.split('.').length ?? 0);
  const base = smallest(parts.filter((count) => count > 0));
  return parts.map((count) => {
    // A line without a number belongs under the numbered line above it.
    const wanted = count === 0 ? last + 1 : count - base;
    const level = Math.min(wanted, last + 1);
    if (count > 0) last = level;
    return { level: Math.max(0, level), tooDeep: wanted > level };
  });
}

/** Bullets without indentation: repeated bullets count (-, --), else each new character is a level. */
function byBullet(raws: readonly Raw[], meaning: string) {
  const bullets = raws.map((raw) => bulletOf(raw.body, meaning));
  const counted = bullets.some((match) => (match?.[2]?.length ?? 0) > 0);
  const fewest = smallest(bullets.map((match) => match?.[2]?.length ?? 0));
  const seen: string[] = [];
  let last = -1;
  return bullets.map((match) => {
    const own = match ? match[1]! : '';
    if (!counted && !seen.includes(own)) seen.push(own);
    const wanted = counted ? (match ? match[2]!.length - fewest : last + 1) : seen.indexOf(own);
    const level = Math.min(wanted, last + 1);
    last = level;
    return { level, tooDeep: wanted > level };
  });
}

/** Which of the three the text is written in; `undefined` where nothing marks levels. */
export function levelMarks(text: string, meaning = ''): 'numbers' | 'bullets' | 'indent' | undefined {
  const raws = rawLines(text);
  if (share(raws, (raw) => NUMBER.test(raw.body)) > 0.6 && raws.some((raw) => DOTTED.test(raw.body))) return 'numbers';
  if (raws.some((raw) => raw.indent !== raws[0]!.indent)) return 'indent';
  return share(raws, (raw) => bulletOf(raw.body, meaning) !== null) > 0.5 ? 'bullets' : undefined;
}

/** The same text is asked about by every kind and form. */
let last: { readonly text: string; readonly raws: Raw[] } | undefined;

function rawLines(text: string): Raw[] {
  if (last?.text !== text) last = { text, raws: rawLinesOf(text) };
  return last.raws;
}

/** What a drawing of a tree in letters has before its names, as terminals print it: `├── `, `|   `, `+-- `, `\\-- `. */
const DRAWN = /^[│┃║|\s\u00a0]*(?:[├└╰┣┗╠╚][─━═]+|[|+`\\][-_]{2,})[╴>]?[\s\u00a0]*/u;
/** Of its lines at the least so many are drawn so. */
const MOST_DRAWN = 0.5;

/** Lines of a tree that was drawn in letters, set in by as much as what was drawn before them is wide. */
function undrawn(lines: readonly string[]): readonly string[] {
  const worded = lines.filter((line) => line.trim() !== '');
  const drawn = worded.filter((line) => DRAWN.test(line)).length;
  if (drawn < 2 || drawn < (worded.length - 1) * MOST_DRAWN) return lines;
  return lines.map((line) =>
    /^[\s│┃║|]*$/u.test(line) ? '' : line.replace(DRAWN, (before) => ' '.repeat(before.length)),
  );
}

/** Blanks other than tabs and spaces. */
const OTHER_BLANK = /[^\t ]/;

function rawLinesOf(text: string): Raw[] {
  const raws: Raw[] = [];
  for (const [i, line] of undrawn(text.split('\n')).entries()) {
    const body = line.trimStart();
    if (body.trim() === '') continue;
    const blank = line.slice(0, line.length - body.length);
    const indent = OTHER_BLANK.test(blank) ? blank.replace(/[^\t]/gu, ' ') : blank;
    raws.push({ line: i + 1, indent, body: body.trimEnd() });
  }
  return raws;
}

/**
 * Lines of an outline with their levels. Blank lines are skipped.
 * @param meaning signs that are no bullets in this list, such as a plus before a partner
 */
export function outlineLines(text: string, meaning = ''): OutlineLine[] {
  const raws = rawLines(text);
  const marks = levelMarks(text, meaning);
  const bulleted = share(raws, (raw) => bulletOf(raw.body, meaning) !== null) > 0.5;
  const enumerated = marks !== 'numbers' && share(raws, (raw) => ENUMERATED.test(raw.body)) > 0.8;
  const levels = marks === 'numbers' ? byNumber(raws) : marks === 'bullets' ? byBullet(raws, meaning) : byIndent(raws);
  return raws.map((raw, i) => {
    const strip = marks === 'numbers' ? NUMBER : bulleted ? BULLET : enumerated ? ENUMERATED : undefined;
    const kept = strip === BULLET && !bulletOf(raw.body, meaning);
    const text = strip && !kept ? raw.body.replace(strip, '') : raw.body;
    const number = marks === 'numbers' ? { number: NUMBER.exec(raw.body)?.[1] ?? '' } : {};
    return { line: raw.line, level: levels[i]!.level, tooDeep: levels[i]!.tooDeep, text, ...number };
  });
}

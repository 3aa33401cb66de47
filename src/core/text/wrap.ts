import type { FaceId } from '../faces';
import { remembered } from '../remember';
import type { Fonts } from './fonts';
import type { Reach, Shaped } from './shaped';

/** A line as it is set; width in points. */
export interface SetLine {
  readonly text: string;
  readonly width: number;
  /** It reaches further up or down than lines of its face do: so far, in em. */
  readonly reach?: Reach;
  /** It is of a paragraph that runs from right to left. */
  readonly rtl?: true;
}

/** A text set in lines. */
export interface Wrapped {
  readonly lines: readonly SetLine[];
  /** Width of the widest line, in points. */
  readonly width: number;
}

/** Letters [from, to) on a line of their own, in em: a space at the end takes no room. */
function inkWidth({ text, offsets, upTo, kernBefore }: Shaped, from: number, to: number): number {
  const ink = to - 1 > from && text.charCodeAt(offsets[to - 1]!) === 32 ? to - 1 : to;
  return upTo[ink]! - upTo[from]! - kernBefore[from]!;
}

type Span = readonly [from: number, to: number];

/** Greedy lines of letters, each at most `most` em wide; a piece too wide for a line is broken inside. */
function greedy(shaped: Shaped, most: number): Span[] {
  const { breaks, stops } = shaped;
  const fits = (from: number, to: number) => inkWidth(shaped, from, to) <= most + 1e-9;
  const lines: Span[] = [];
  let start = 0;
  let next = 0;
  while (next < stops.length) {
    let end = start;
    while (next < stops.length && fits(start, stops[next]!)) end = stops[next++]!;
    if (end === start) {
      // Not even the first piece fits: it is broken after at least one letter.
      end = start + 1;
      for (let at = end + 1; at < stops[next]! && fits(start, at); at++) if (breaks[at] !== 'must not') end = at;
      while (breaks[end] === 'must not') end++;
      if (end >= stops[next]!) end = stops[next++]!;
    }
    lines.push([start, end]);
    start = end;
  }
  return lines;
}

const widestOf = (shaped: Shaped, spans: readonly Span[]): number =>
  spans.reduce((most, [from, to]) => Math.max(most, inkWidth(shaped, from, to)), 0);

/** Few lines are evened out word by word, more by halving the width that is left to gain. */
const FEW = 3;
/** Below a width by less than any letter's, in em. */
const JUST = 1e-6;
/** What is no longer worth evening out, in em. */
const EVEN = 0.005;

/** The narrowest lines that are no more in number, and cut no more words, than those of the greedy way. */
function evened(shaped: Shaped, limit: number): Span[] {
  let spans = greedy(shaped, limit);
  if (spans.length < 2) return spans;
  const few = spans.length <= FEW;
  const most = cuts(shaped, spans);
  let widest = widestOf(shaped, spans);
  let low = shaped.upTo.at(-1)! / spans.length / 2;
  while (widest - low > EVEN) {
    const width = few ? widest - JUST : (low + widest) / 2;
    const tried = greedy(shaped, width);
    const now = widestOf(shaped, tried);
    // Evening out must not cut a word that fits whole; a line of one letter may be wider than it was asked to be.
    if (now < widest && tried.length <= spans.length && cuts(shaped, tried) <= most) {
      spans = tried;
      widest = now;
    } else if (few) break;
    else low = width;
  }
  return spans;
}

/**
 * Breaks a text into as few lines as fit a width, then evens their lengths: the narrowest width that needs no more
 * lines is looked for. Line breaks in the text are kept.
 * @param most widest line in points
 * @param size text size in points
 */
export function wrap(fonts: Fonts, text: string, face: FaceId, size: number, most: number): Wrapped {
  const known = keptFor(fonts).of(face, size, most);
  const found = known.get(text);
  if (found) return found;
  const wrapped = wrapAnew(fonts, text, face, size, most);
  keptFor(fonts).keep(known, text, wrapped);
  return wrapped;
}

/** A chart is set anew with every edit, nearly all of its words as before. */
const MOST_KEPT = 60_000;

/** Texts already set, by the way they were set in. */
class Kept {
  private readonly ways = new Map<string, Map<string, Wrapped>>();
  private count = 0;
  private last: { face: FaceId; size: number; most: number; texts: Map<string, Wrapped> } | undefined;

  of(face: FaceId, size: number, most: number): Map<string, Wrapped> {
    const { last } = this;
    if (last && last.face === face && last.size === size && last.most === most) return last.texts;
    const key = `${face} ${size} ${most}`;
    const texts = this.ways.get(key) ?? new Map<string, Wrapped>();
    this.ways.set(key, texts);
    this.last = { face, size, most, texts };
    return texts;
  }

  /** Of all ways together no more are kept than the longest chart needs. */
  keep(texts: Map<string, Wrapped>, text: string, wrapped: Wrapped): void {
    if (this.count >= MOST_KEPT) {
      for (const own of this.ways.values()) own.clear();
      this.ways.clear();
      this.last = undefined;
      this.count = 0;
    }
    texts.set(text, wrapped);
    this.count++;
  }
}
const keptFor = remembered((_: Fonts) => new Kept());

/** Shorter words are not divided, and no fewer letters stand on either side (common practice). */
const LEAST_DIVIDED = 6;

/**
 * Words wider than a line, divided where their language does, a hyphen at each place that is needed: what comes after one
 * does not fit on its line, so that none is left standing inside a line.
 */
function divided(fonts: Fonts, text: string, face: FaceId, most: number): string {
  if (text.length < LEAST_DIVIDED || fonts.width(text, face, 1) <= most) return text;
  const fits = (piece: string) => fonts.width(piece, face, 1) <= most;
  return text
    .split(' ')
    .map((word) => {
      if (word.length < LEAST_DIVIDED || fits(word)) return word;
      return word
        .split(/(?<=-)/)
        .map((part) => {
          if (part.length < LEAST_DIVIDED || fits(part)) return part;
          const lines: string[] = [];
          let line = '';
          for (const syllable of fonts.parts(part)) {
            if (line !== '' && !fits(`${line}${syllable}-`)) {
              lines.push(line);
              line = '';
            }
            line += syllable;
          }
          lines.push(line);
          // Where a syllable alone is too wide nothing is gained, and it is broken where it must.
          return lines.every((piece, i) => fits(i < lines.length - 1 ? `${piece}-` : piece)) ? lines.join('-') : part;
        })
        .join('');
    })
    .join(' ');
}

function wrapAnew(fonts: Fonts, text: string, face: FaceId, size: number, most: number): Wrapped {
  const lines: SetLine[] = [];
  let widest = 0;
  for (const paragraph of text.split('\n')) {
    const shaped = fonts.shape(divided(fonts, paragraph.replace(/\s+/g, ' ').trim(), face, most / size), face);
    if (shaped.text === '') {
      lines.push({ text: '', width: 0 });
      continue;
    }
    const end = shaped.breaks.length;
    const spans: readonly Span[] = shaped.upTo[end]! <= most / size ? [[0, end]] : evened(shaped, most / size);
    for (const [from, to] of spans) {
      // The space at which a line was broken is not part of it.
      const stop = to < end && shaped.text[shaped.offsets[to - 1]!] === ' ' ? to - 1 : to;
      const width = (shaped.upTo[stop]! - shaped.upTo[from]! - shaped.kernBefore[from]!) * size;
      const { reach, rtl } = shaped;
      lines.push({
        text: shaped.text.slice(shaped.offsets[from], shaped.offsets[stop]),
        width,
        ...(reach && { reach }),
        ...(rtl && { rtl }),
      });
      widest = Math.max(widest, width);
    }
  }
  return { lines, width: widest };
}

/** How many of the lines end inside a word. */
const cuts = ({ breaks }: Shaped, spans: readonly Span[]) =>
  spans.filter(([, to]) => to < breaks.length && breaks[to] !== 'may').length;

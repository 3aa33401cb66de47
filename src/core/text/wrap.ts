import type { FaceId } from '../faces';
import type { Fonts, Shaped } from './fonts';

/** A text set in lines. */
export interface Wrapped {
  readonly lines: readonly string[];
  /** Width of the widest line, in points. */
  readonly width: number;
}

/** Whether a line may end before letter i: after a space or a hyphen or dash that stands between letters. */
function mayBreakBefore(letters: readonly string[], i: number): boolean {
  if (letters[i - 1] === ' ') return letters[i] !== ' ';
  return i > 1 && /[-‐–—/]/.test(letters[i - 1]!) && letters[i] !== ' ' && letters[i - 2] !== ' ';
}
const joinsToPrevious = (letter: string) => /\p{M}|\u200d|\ufe0f/u.test(letter);

/** Greedy lines of letters [from, to), each at most `most` em wide; a piece too wide for a line is broken inside. */
function greedy(shaped: Shaped, letters: readonly string[], most: number): [number, number][] {
  const width = (from: number, to: number) => shaped.upTo[to]! - shaped.upTo[from]! - shaped.kernBefore[from]!;
  const lines: [number, number][] = [];
  const end = letters.length;
  let start = 0;
  while (start < end) {
    let fits = start;
    let broken = start + 1;
    let at = start + 1;
    for (; at <= end; at++) {
      const ink = letters[at - 1] === ' ' ? at - 1 : at;
      if (ink > start && width(start, ink) > most + 1e-9) break;
      if (at === end || !joinsToPrevious(letters[at]!)) broken = at;
      if (at === end || mayBreakBefore(letters, at)) fits = at;
    }
    // Nothing to break at fits: break inside the word, after at least one letter.
    const stop = fits > start ? fits : Math.max(broken, start + 1);
    lines.push([start, stop]);
    start = stop;
  }
  return lines;
}

const SEARCH_STEPS = 18;

/**
 * Breaks a text into as few lines as fit a width, then evens their lengths: the narrowest width that needs no more
 * lines is looked for. Line breaks in the text are kept.
 * @param most widest line in points
 * @param size text size in points
 */
export function wrap(fonts: Fonts, text: string, face: FaceId, size: number, most: number): Wrapped {
  const lines: string[] = [];
  let widest = 0;
  for (const paragraph of text.split('\n')) {
    const shaped = fonts.shape(paragraph.replace(/\s+/g, ' ').trim(), face);
    const letters = [...shaped.text];
    if (letters.length === 0) {
      lines.push('');
      continue;
    }
    let limit = most / size;
    let spans = greedy(shaped, letters, limit);
    if (spans.length > 1) {
      let low = shaped.upTo.at(-1)! / spans.length / 2;
      for (let step = 0; step < SEARCH_STEPS; step++) {
        const middle = (low + limit) / 2;
        const tried = greedy(shaped, letters, middle);
        // Evening out must not cut a word that fits whole.
        if (tried.length > spans.length || cutsMore(tried, spans, letters)) low = middle;
        else {
          spans = tried;
          limit = middle;
        }
      }
    }
    for (const [from, to] of spans) {
      const line = shaped.text.slice(shaped.offsets[from], shaped.offsets[to]).trim();
      lines.push(line);
      widest = Math.max(widest, fonts.width(line, face, size));
    }
  }
  return { lines, width: widest };
}

function cutsMore(
  tried: readonly [number, number][],
  known: readonly [number, number][],
  letters: readonly string[],
): boolean {
  const cuts = (spans: readonly [number, number][]) =>
    spans.filter(([, to]) => to < letters.length && !mayBreakBefore(letters, to)).length;
  return cuts(tried) > cuts(known);
}

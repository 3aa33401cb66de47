import type { FaceId } from '../faces';
import { remembered } from '../remember';
import type { Fonts, Shaped } from './fonts';

/** A text set in lines. */
export interface Wrapped {
  readonly lines: readonly { readonly text: string; readonly width: number }[];
  /** Width of the widest line, in points. */
  readonly width: number;
}

/** Greedy lines of letters [from, to), each at most `most` em wide; a piece too wide for a line is broken inside. */
function greedy({ text, offsets, upTo, kernBefore, breaks }: Shaped, most: number): [number, number][] {
  const width = (from: number, to: number) => upTo[to]! - upTo[from]! - kernBefore[from]!;
  const isSpace = (i: number) => text.charCodeAt(offsets[i]!) === 32;
  const lines: [number, number][] = [];
  const end = breaks.length;
  let start = 0;
  while (start < end) {
    let fits = start;
    let broken = start + 1;
    for (let at = start + 1; at <= end; at++) {
      // A space at the end of a line takes no room.
      const ink = isSpace(at - 1) ? at - 1 : at;
      if (ink > start && width(start, ink) > most + 1e-9) break;
      if (at === end || breaks[at] !== 'must not') broken = at;
      if (at === end || breaks[at] === 'may') fits = at;
    }
    // Nothing to break at fits: break inside the word, after at least one letter.
    const stop = fits > start ? fits : broken;
    lines.push([start, stop]);
    start = stop;
  }
  return lines;
}

/** Halvings: the width is found to less than a tenth of a point. */
const SEARCH_STEPS = 12;

/**
 * Breaks a text into as few lines as fit a width, then evens their lengths: the narrowest width that needs no more
 * lines is looked for. Line breaks in the text are kept.
 * @param most widest line in points
 * @param size text size in points
 */
export function wrap(fonts: Fonts, text: string, face: FaceId, size: number, most: number): Wrapped {
  const known = keptFor(fonts);
  const key = `${face} ${size} ${most} ${text}`;
  const found = known.get(key);
  if (found) return found;
  if (known.size >= MOST_KEPT) known.clear();
  const wrapped = wrapAnew(fonts, text, face, size, most);
  known.set(key, wrapped);
  return wrapped;
}

/** A chart is set anew with every edit, nearly all of its words as before. */
const MOST_KEPT = 60_000;
const keptFor = remembered((_: Fonts) => new Map<string, Wrapped>());

function wrapAnew(fonts: Fonts, text: string, face: FaceId, size: number, most: number): Wrapped {
  const lines: { text: string; width: number }[] = [];
  let widest = 0;
  for (const paragraph of text.split('\n')) {
    const shaped = fonts.shape(paragraph.replace(/\s+/g, ' ').trim(), face);
    if (shaped.text === '') {
      lines.push({ text: '', width: 0 });
      continue;
    }
    let limit = most / size;
    const end = shaped.breaks.length;
    let spans: [number, number][] = shaped.upTo[end]! <= limit ? [[0, end]] : greedy(shaped, limit);
    if (spans.length > 1) {
      let low = shaped.upTo.at(-1)! / spans.length / 2;
      for (let step = 0; step < SEARCH_STEPS; step++) {
        const middle = (low + limit) / 2;
        const tried = greedy(shaped, middle);
        // Evening out must not cut a word that fits whole.
        if (tried.length > spans.length || cuts(shaped, tried) > cuts(shaped, spans)) low = middle;
        else {
          spans = tried;
          limit = middle;
        }
      }
    }
    for (const [from, to] of spans) {
      // The space at which a line was broken is not part of it.
      const stop = to < end && shaped.text[shaped.offsets[to - 1]!] === ' ' ? to - 1 : to;
      const width = (shaped.upTo[stop]! - shaped.upTo[from]! - shaped.kernBefore[from]!) * size;
      lines.push({ text: shaped.text.slice(shaped.offsets[from], shaped.offsets[stop]), width });
      widest = Math.max(widest, width);
    }
  }
  return { lines, width: widest };
}

/** How many of the lines end inside a word. */
const cuts = ({ breaks }: Shaped, spans: readonly [number, number][]) =>
  spans.filter(([, to]) => to < breaks.length && breaks[to] !== 'may').length;

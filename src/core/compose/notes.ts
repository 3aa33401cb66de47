/** Notes and headings: free text that keeps its place to the page, to an item or to an enclosure. */
import { type Chart, type Look, type Note, notesOf } from '../chart';
import type { SetWords } from '../kinds';
import type { Fit, Point } from '../layout';
import { type Box, type Mark, outlines, type Scene } from '../scene';
import { type House, readable } from '../style';
import { type Fonts, plainOf } from '../text';
import { wordMarks } from './draw';
import type { DrawnEnclosure } from './enclose';
import { scaledWords, setLines } from './measure';

/** Round the words of a note with a fill or an edge, in points. */
const PAD = 5;

export interface PlacedNote {
  readonly note: Note;
  readonly words: SetWords;
  /** On the page. */
  readonly box: Box;
  readonly scale: number;
}

/** What a note looks to, on the page, and how much everything there is shrunk; undefined where it is not drawn. */
function anchorOf(
  { at }: Note,
  { scale }: Pick<Fit, 'scale'>,
  boxOf: (item: string) => Box | undefined,
  enclosures: readonly DrawnEnclosure[],
  point: (at: Point) => Point,
): { from: Point; scale: number } | undefined {
  if ('item' in at) {
    const box = boxOf(at.item);
    return box && { from: [box.x + box.width / 2, box.y + box.height / 2], scale };
  }
  if ('enclosure' in at) {
    const own = enclosures.find(({ enclosure }) => enclosure.id === at.enclosure);
    return own && { from: point([own.extent.x, own.extent.y]), scale };
  }
  return { from: [0, 0], scale: 1 };
}

export function placedNotes(
  { notes, font }: Pick<Chart, 'notes' | 'font'>,
  house: House,
  fonts: Fonts,
  place: Pick<Fit, 'scale'>,
  boxOf: (item: string) => Box | undefined,
  enclosures: readonly DrawnEnclosure[],
  point: (at: Point) => Point,
): PlacedNote[] {
  const own: Look = { ...house.look(1), ...(font && { font }) };
  return notesOf(notes).flatMap((note): PlacedNote[] => {
    const anchor = anchorOf(note, place, boxOf, enclosures, point);
    if (!anchor) return [];
    const look: Look = { ...own, size: note.size, weight: 700, slant: note.slant ?? false };
    const line = { text: note.text, strong: note.strong ?? false, size: 1 };
    const { scale } = anchor;
    const words = scaledWords(setLines(fonts, [line], look, note.width), scale);
    const pad = note.fill || note.edge ? PAD * scale : 0;
    const [x, y] = [anchor.from[0] + note.at.x * scale, anchor.from[1] + note.at.y * scale];
    return [{ note, words, scale, box: { x, y, width: words.width + 2 * pad, height: words.height + 2 * pad } }];
  });
}

export function noteMarks({ note, words, box, scale }: PlacedNote, house: House, fonts: Fonts): Mark[] {
  const { fill, edge, ink, align = 'left' } = note;
  const pad = (box.width - words.width) / 2;
  const [outline] = outlines('soft', box);
  const marks = wordMarks(
    fonts,
    words,
    box.x + pad,
    box.y + pad,
    words.width,
    align,
    ink ?? (fill ? readable(fill, house.ink) : house.ink),
  );
  if (!fill && !edge) return marks;
  return [
    { type: 'path', d: outline!, ...(fill && { fill }), ...(edge && { stroke: edge, width: Math.max(0.5, scale) }) },
    ...marks,
  ];
}

/** Notes as whoever moves them needs them. */
export const noteBoxes = (placed: readonly PlacedNote[]): Scene['notes'] =>
  placed.map(({ note: { id, text }, box }) => ({ id, text: plainOf(text), box }));

/**
 * Words that somebody changed in a presentation of ours: they come back as words of the chart that it carries. Each shape of
 * an item says whose it is in an extension of its own (ECMA-376-1, 20.1.2.2.14, extLst), which other programs keep; where one
 * did not, the alternative text of the shape still says what stood in it.
 */
import { strFromU8, unzipSync } from 'fflate';
import { SaxesParser } from 'saxes';
import type { Chart, Item } from './chart';
import { shownFace } from './compose';
import { packedText, type Source, sourceOf } from './formats';
import { kindOnPage } from './kinds';
import { type Mark, wordsAt } from './scene';
import { ITEM_OF, NAMESPACE } from './scene/slides/item-of';
import { plainOf } from './text';

/** Words of a shape as its paragraphs. */
interface ShapeWords {
  /** Id of the item that it says it is; undefined where it says nothing. */
  readonly of: string | undefined;
  /** Its alternative text. */
  readonly descr: string;
  readonly paragraphs: readonly string[];
}

const SLIDE = /^ppt\/slides\/slide\d+\.xml$/;
/** Far more than any slide. */
const MOST_BYTES = 64 * 1024 * 1024;

/** Shapes of a slide that have an alternative text. */
function shapesIn(xml: string): ShapeWords[] {
  const shapes: ShapeWords[] = [];
  let open: { of: string | undefined; descr: string; paragraphs: string[] } | undefined;
  let within = false;
  const parser = new SaxesParser({ xmlns: true });
  parser.on('opentag', ({ local, uri, attributes }) => {
    const said = (name: string) => attributes[name]?.value;
    if (local === 'sp') open = { of: undefined, descr: '', paragraphs: [] };
    if (!open) return;
    if (local === 'cNvPr') open.descr = said('descr') ?? '';
    else if (local === ITEM_OF && uri === NAMESPACE) open.of = said('of');
    else if (local === 'p') open.paragraphs.push('');
    else if (local === 'br') open.paragraphs.push('');
    else if (local === 't') within = true;
  });
  parser.on('text', (text) => {
    if (within && open && open.paragraphs.length > 0) open.paragraphs[open.paragraphs.length - 1] += text;
  });
  parser.on('closetag', ({ local }) => {
    if (local === 't') within = false;
    if (local !== 'sp' || !open) return;
    if (open.descr !== '' || open.of !== undefined) shapes.push(open);
    open = undefined;
  });
  parser.write(xml).close();
  return shapes;
}

/** Shapes of all slides of a file. @returns none where it is no presentation */
export function shapesOfSlides(bytes: Uint8Array): ShapeWords[] {
  const slides = unzipSync(bytes, {
    filter: ({ name, originalSize }) => SLIDE.test(name) && originalSize < MOST_BYTES,
  });
  return Object.values(slides).flatMap((slide) => shapesIn(strFromU8(slide)));
}

const asMarks = (lines: readonly string[]) => lines.map((text) => ({ type: 'text', text }) as Mark);
/** Whether paragraphs say a text and nothing else, in however many lines. */
const says = (paragraphs: readonly string[], text: string): boolean => {
  const lines = paragraphs.filter((line) => line.trim() !== '');
  if (text.trim() === '') return lines.length === 0;
  const at = wordsAt(asMarks(lines), text);
  return at?.[0] === 0 && at[1] === lines.length;
};

/** New words for the lines of a box: what its first and last lines still say stays, the rest is what was changed. */
function changedLines(before: readonly string[], paragraphs: readonly string[]): string[] {
  const lines = paragraphs.map((line) => line.replace(/\s+/g, ' ').trim()).filter((line) => line !== '');
  let [from, to, first, last] = [0, lines.length, 0, before.length];
  while (first < last) {
    const at = wordsAt(asMarks(lines.slice(from, to)), before[first]!);
    if (at?.[0] !== 0) break;
    from += at[1];
    first++;
  }
  while (last > first) {
    let start = to - 1;
    while (start >= from && !says(lines.slice(start, to), before[last - 1]!)) start--;
    if (start < from) break;
    to = start;
    last--;
  }
  const middle = lines.slice(from, to);
  const wanted = last - first;
  // A line for each; whatever is more belongs to the last of them.
  const words = Array.from({ length: wanted }, (_, i) =>
    i < wanted - 1 ? (middle[i] ?? '') : middle.slice(wanted - 1).join(' '),
  );
  return [...before.slice(0, first), ...words, ...before.slice(last)];
}

/** @returns the chart itself where no words were changed; figures and what is computed stay what they are */
export function withSlideWords(chart: Chart, shapes: readonly ShapeWords[]): Chart {
  const kind = kindOnPage(chart.kind);
  if (!kind || shapes.length === 0) return chart;
  const structure = kind.structure(chart);
  const faces = new Map(
    structure.order.map((id) => [id, shownFace(chart, kind, structure, id).lines.filter((line) => !line.out)]),
  );
  // Where no shape says whose it is, what stood in it tells: if only one item said that.
  const labels = new Map<string, string | null>();
  for (const [id, lines] of faces) {
    const label = lines.map(({ text }) => plainOf(text)).join(', ');
    labels.set(label, labels.has(label) ? null : id);
  }
  const items: Record<string, Item> = { ...chart.items };
  let changed = false;
  for (const { of, descr, paragraphs } of shapes) {
    const id = of ?? labels.get(descr) ?? undefined;
    const face = id === undefined ? undefined : faces.get(id);
    const item = id === undefined ? undefined : items[id];
    if (!face || !item || paragraphs.every((line) => line.trim() === '')) continue;
    const before = face.map(({ text }) => plainOf(text));
    // Words that were cut short in the picture are not there to be compared.
    if (says(paragraphs, before.join(' ')) || paragraphs.some((line) => line.includes('…'))) continue;
    const after = changedLines(before, paragraphs);
    const fields = { ...item.fields };
    for (const [i, { field, text }] of face.entries()) {
      if (field === undefined || after[i] === before[i] || fields[field] === undefined) continue;
      // What is shown otherwise than it is written, such as dates, is not written anew from what is seen.
      if (plainOf(fields[field]).trim() !== plainOf(text).trim()) continue;
      fields[field] = after[i]!;
    }
    if (Object.keys(fields).some((field) => fields[field] !== item.fields[field])) {
      items[item.id] = { ...item, fields };
      changed = true;
    }
  }
  return changed ? { ...chart, items } : chart;
}

/** What a file holds, words included that somebody changed in slides of ours. @throws as `sourceOf` does */
export async function opened(bytes: Uint8Array, encoding?: string): Promise<Source> {
  const source = await sourceOf(bytes, encoding);
  const { packed } = source;
  if (!packed || bytes[0] !== 0x50 || bytes[1] !== 0x4b) return source;
  let chart: Chart;
  try {
    chart = withSlideWords(packed.chart, shapesOfSlides(bytes));
  } catch {
    // Damaged slides have no words for the chart, which is whole.
    return source;
  }
  return chart === packed.chart ? source : { ...source, text: packedText(chart), packed: { ...packed, chart } };
}

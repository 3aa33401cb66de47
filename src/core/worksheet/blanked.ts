/** A picture with words left blank: a line to write on in their place, only their number, or the answers in sight. */
import { type FaceId, type FontId, inFont } from '../faces';
import { type Box, edgeKey, type Mark, pathThrough, type Scene } from '../scene';
import type { Fonts } from '../text';
import { frameAt, type Place, type Row, rowsAt, type Word } from './places';

/** What stands where words were. */
export type Shown = 'line' | 'number' | 'answer';

/** Where something is to be written, on the page. */
export interface Field {
  readonly number: number;
  readonly box: Box;
}

export interface Blanked {
  readonly scene: Scene;
  readonly fields: readonly Field[];
}

/** Of the size of the words: the number before a line; how far under the baseline the line is, and how thick. */
const NUMBER = 0.72;
const DOWN = 0.14;
const THICK = 0.06;
/** A number that is raised before words, of their size; points between. */
const RAISED = { size: 0.62, up: 0.35, gap: 0.6 };
/** Hands write wider than type: lines are longer than their answers by this, where there is room. */
const WIDER = 1.35;
/** Part of a box that a line can take. */
const MOST = 0.88;
/** Shortest line, of the size of the words. */
const SHORTEST = 3;

const faceOf = (font: FontId | undefined): FaceId => inFont('text-600', font);

/** Rows as lines to write on, each about the middle of its words, no wider than its box. */
function linesOf(rows: readonly Row[], room: number | undefined): Row[] {
  return rows.map((row) => {
    const wanted = Math.max(row.width * WIDER, row.size * SHORTEST);
    const width = room === undefined ? wanted : Math.max(Math.min(wanted, room * MOST), row.width);
    return { ...row, x: row.x - (width - row.width) / 2, width };
  });
}

export interface Lined {
  readonly place: Place;
  /** The words that stood there. */
  readonly rows: readonly Row[];
  readonly lines: readonly Row[];
  /** Width of the number before the first, with the space after it. */
  readonly before: number;
  readonly number: number;
}

/** The lines of all places with a number in a picture, in the units of their marks. */
export function linedPlaces(
  scene: Scene,
  places: readonly Place[],
  numbers: ReadonlyMap<Word, number>,
  font: FontId | undefined,
  fonts: Fonts,
): Lined[] {
  return places.flatMap((place) => {
    const number = numbers.get(place.word);
    if (number === undefined) return [];
    const room = place.in === 'items' ? scene.items[place.at]!.box.width / scene.frame.scale : undefined;
    const rows = rowsAt(scene, place, fonts);
    const lines = linesOf(rows, room);
    const [first] = lines;
    const before = fonts.width(`${number} `, faceOf(font), first!.size * NUMBER);
    return [{ place, rows, lines, before, number }];
  });
}

function marksFor(
  { rows, lines, before, number }: Lined,
  as: Shown,
  words: readonly Mark[],
  font: FontId | undefined,
  fonts: Fonts,
): Mark[] {
  const face = faceOf(font);
  const first = lines[0]!;
  if (as === 'number') {
    const text = `(${number})`;
    const width = fonts.width(text, face, first.size);
    const middle = first.x + first.width / 2;
    const y = (first.y + lines.at(-1)!.y) / 2;
    return [{ type: 'text', x: middle - width / 2, y, text, face, size: first.size, fill: first.fill, anchor: 0.5 }];
  }
  const ruled = (x: number, { y, width, size, fill }: Row): Mark => ({
    type: 'path',
    d: pathThrough(
      [
        [x, y + DOWN * size],
        [x + width, y + DOWN * size],
      ],
      false,
    ),
    stroke: fill,
    width: THICK * size,
  });
  const numbered: Mark = {
    type: 'text',
    x: first.x,
    y: first.y,
    text: String(number),
    face,
    size: first.size * NUMBER,
    fill: first.fill,
  };
  if (as === 'answer') {
    // Small and raised, close before the words: where they take all the room of their box, it has none of its own.
    const size = first.size * RAISED.size;
    const left = Math.min(...rows.map((row) => row.x)) - fonts.width(String(number), face, size) - RAISED.gap;
    const raised: Mark = { ...numbered, size, x: left, y: first.y - RAISED.up * first.size };
    return [raised, ...words, ...lines.map((row) => ruled(row.x, row))];
  }
  return [
    numbered,
    ...lines.map((row, i) =>
      i === 0 ? ruled(row.x + before, { ...row, width: row.width - before }) : ruled(row.x, row),
    ),
  ];
}

/** So much above a baseline letters stand, of their size. */
const ABOVE = 0.95;

/** Where hands write on a line, on the page. */
export function fieldOf(scene: Scene, { place, lines, before, number }: Lined): Field {
  const { x, y, scale } = frameAt(scene, place);
  const left = Math.min(lines[0]!.x + before, ...lines.slice(1).map((row) => row.x));
  const right = Math.max(...lines.map((row) => row.x + row.width));
  const top = lines[0]!.y - ABOVE * lines[0]!.size;
  const bottom = lines.at(-1)!.y + 2 * DOWN * lines.at(-1)!.size;
  return {
    number,
    box: { x: x + left * scale, y: y + top * scale, width: (right - left) * scale, height: (bottom - top) * scale },
  };
}

/** What readers of screens hear in its place. */
const blankWords = (number: number) => `blank ${number}`;

/** @param lined places of one scene */
export function blanked(
  scene: Scene,
  lined: readonly Lined[],
  as: Shown,
  font: FontId | undefined,
  fonts: Fonts,
): Blanked {
  const owners = new Map<string, Lined[]>();
  for (const own of lined) {
    const key = `${own.place.in} ${own.place.at}`;
    owners.set(key, [...(owners.get(key) ?? []), own]);
  }
  const renewed = (where: Place['in'], at: number, marks: readonly Mark[]): readonly Mark[] => {
    const own = owners.get(`${where} ${at}`);
    if (!own) return marks;
    const ordered = [...own].sort((a, b) => b.place.from - a.place.from);
    const now = [...marks];
    for (const one of ordered) {
      const { from, to } = one.place;
      now.splice(from, to - from, ...marksFor(one, as, marks.slice(from, to), font, fonts));
    }
    return now;
  };
  const hidden = as !== 'answer';
  const numberOf = new Map(lined.map(({ place, number }) => [place.word.key, { number, answer: place.word.answer }]));
  return {
    scene: {
      ...scene,
      items: scene.items.map((item, at) => {
        const own = numberOf.get(`item ${item.id}`);
        const marks = renewed('items', at, item.marks);
        if (!own || !hidden) return marks === item.marks ? item : { ...item, marks };
        // Where it stands in the words otherwise than as one line, none of them is said.
        const said = blankWords(own.number);
        return { ...item, marks, label: item.label.includes(own.answer) ? item.label.replace(own.answer, said) : said };
      }),
      links: scene.links.map((link, at) => {
        const marks = renewed('links', at, link.marks);
        return marks === link.marks ? link : { ...link, marks };
      }),
      page: renewed('page', 0, scene.page),
      ...(hidden && {
        edges: scene.edges.map((edge) => (numberOf.has(`link ${edgeKey(edge)}`) ? { ...edge, label: '' } : edge)),
        areas: scene.areas.map((area) => {
          const own = numberOf.get(`set ${area.id}`);
          return own ? { ...area, name: blankWords(own.number) } : area;
        }),
      }),
    },
    fields: as === 'line' ? lined.map((own) => fieldOf(scene, own)) : [],
  };
}

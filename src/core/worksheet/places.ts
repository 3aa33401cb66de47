/** Where in a picture the words stand that can be left blank. */
import { type Chart, setsOf } from '../chart';
import { edgeKey, type Mark, type Scene, wordsAt } from '../scene';
import { type Fonts, plainOf } from '../text';
import type { Blanking } from './asked';

export type Sort = 'item' | 'link' | 'set';

/** Words that can be left blank, wherever they stand. */
export interface Word {
  readonly key: string;
  readonly sort: Sort;
  /** Of the item, the line or the set. */
  readonly id: string;
  readonly answer: string;
}

/** One place where such words stand: some of the marks of an item, of a line, or of the page. */
export interface Place {
  readonly word: Word;
  readonly in: 'items' | 'links' | 'page';
  /** Which of the items or lines; 0 for the page. */
  readonly at: number;
  readonly from: number;
  readonly to: number;
}

/** A row of words, from its left end on its baseline; in the units of its marks. */
export interface Row {
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly size: number;
  readonly fill: string;
}

const marksAt = (scene: Scene, { in: where, at }: Pick<Place, 'in' | 'at'>): readonly Mark[] =>
  where === 'page' ? scene.page : scene[where][at]!.marks;

/** The rows of words at a place, from the top down. */
export function rowsAt(scene: Scene, place: Place, fonts: Fonts): Row[] {
  const rows: Row[] = [];
  for (const mark of marksAt(scene, place).slice(place.from, place.to)) {
    if (mark.type !== 'text') continue;
    const { x, y, size, fill } = mark;
    const right = x + fonts.width(mark.text, mark.face, size);
    const at = rows.findIndex((row) => Math.abs(row.y - y) < size / 4);
    const row = rows[at];
    if (!row) rows.push({ x, y, width: right - x, size, fill });
    else {
      const left = Math.min(row.x, x);
      rows[at] = { ...row, x: left, width: Math.max(row.x + row.width, right) - left };
    }
  }
  return rows.sort((a, b) => a.y - b.y);
}

/** From the units of a place's marks to the page. */
export function frameAt(scene: Scene, { in: where, at }: Pick<Place, 'in' | 'at'>) {
  if (where === 'page') return { x: 0, y: 0, scale: 1 };
  if (where === 'links') return scene.frame;
  const { x, y } = scene.items[at]!.box;
  return { x, y, scale: scene.frame.scale };
}

/** Words as they are to be written: on one line, whatever marks they have. */
export const answerOf = (text: string): string => plainOf(text).replace(/\s+/g, ' ').trim();

/** The words that a blanking speaks of, of those that are in the pictures. */
function wordsOf(scenes: readonly Scene[], chart: Chart, blank: Blanking): Word[] {
  const words = new Map<string, Word>();
  const add = (sort: Sort, id: string, text: string) => {
    const answer = answerOf(text);
    const key = `${sort} ${id}`;
    if (answer !== '' && !words.has(key)) words.set(key, { key, sort, id, answer });
  };
  const tiers = new Set(blank.tiers);
  const chosen = new Set(blank.items);
  for (const { items } of scenes)
    for (const { id, tier } of items)
      if (tiers.has(tier) || chosen.has(id)) add('item', id, chart.items[id]?.fields['name'] ?? '');
  if (blank.links) for (const { edges } of scenes) for (const edge of edges) add('link', edgeKey(edge), edge.label);
  if (blank.sets) for (const { id, name } of setsOf(chart)) add('set', id, name);
  return [...words.values()];
}

/** All places of a text in marks. */
function everywhere(marks: readonly Mark[], text: string): (readonly [number, number])[] {
  const found: (readonly [number, number])[] = [];
  for (let from = 0; ; ) {
    const next = wordsAt(marks, text, from);
    if (!next) return found;
    found.push(next);
    from = next[1];
  }
}

/** Places in one picture of the words that can be left blank, none over another. */
function placesIn(scene: Scene, words: readonly Word[]): Place[] {
  const byKey = new Map(words.map((word) => [word.key, word]));
  const places: Place[] = [];
  for (const [at, { id, marks }] of scene.items.entries()) {
    const word = byKey.get(`item ${id}`);
    const own = word && wordsAt(marks, word.answer);
    if (own) places.push({ word, in: 'items', at, from: own[0], to: own[1] });
  }
  // Words that stand among the picture or on the page say an answer too, such as an item that is drawn once more.
  const loose = (where: 'links' | 'page', at: number, marks: readonly Mark[]) => {
    const taken: (readonly [number, number])[] = [];
    for (const word of words) {
      if (word.sort === 'link') continue;
      for (const [from, to] of everywhere(marks, word.answer)) {
        if (taken.some(([a, b]) => from < b && a < to)) continue;
        taken.push([from, to]);
        places.push({ word, in: where, at, from, to });
      }
    }
  };
  for (const [at, { marks, edges }] of scene.links.entries()) {
    if (!edges) loose('links', at, marks);
    let from = 0;
    // They stand in the order of their lines.
    for (const place of edges ?? []) {
      const edge = scene.edges[place]!;
      const own = edge.label === '' ? undefined : wordsAt(marks, plainOf(edge.label), from);
      if (!own) continue;
      from = own[1];
      const word = byKey.get(`link ${edgeKey(edge)}`);
      if (word) places.push({ word, in: 'links', at, from: own[0], to: own[1] });
    }
  }
  loose('page', 0, scene.page);
  return places;
}

/** Rows are read one after the other, words of a row from its beginning; points that count as one row. */
const ROW = 12;

/** Words that can be left blank as they are read, picture by picture, and where they stand. */
export function found(
  scenes: readonly Scene[],
  chart: Chart,
  blank: Blanking,
  fonts: Fonts,
): { readonly words: readonly Word[]; readonly places: readonly (readonly Place[])[] } {
  const words = wordsOf(scenes, chart, blank);
  const places = scenes.map((scene) => {
    const ordered = placesIn(scene, words).map((place) => {
      const { x, y, scale } = frameAt(scene, place);
      const [row] = rowsAt(scene, place, fonts);
      return { place, x: x + row!.x * scale * (scene.leftward ? -1 : 1), y: Math.round((y + row!.y * scale) / ROW) };
    });
    return ordered.sort((a, b) => a.y - b.y || a.x - b.x).map(({ place }) => place);
  });
  return { words: [...new Set(places.flat().map(({ word }) => word))], places };
}

/** The second half of the pipeline: what was prepared, arranged, placed on its page and drawn. */
import { type Chart, isLeftwardChart, type LineLook } from '../chart';
import { describe } from '../describe';
import { hundredths } from '../hundredths';
import { type ArrangedLink, type Arrangement, type Structure, seenOf } from '../kinds';
import type { Fit } from '../layout';
import type { Scene, SceneBand, SceneEdge } from '../scene';
import { isClear } from '../style';
import { type Fonts, plainOf } from '../text';
import { handOf } from './by-hand';
import { captionMarks } from './captions';
import { areaPath, drawArea, drawItem, drawRepeat, drawWords, type PlacedItem } from './draw';
import { type DrawnEnclosure, drawEnclosure } from './enclose';
import { NAME } from './enclosed';
import { facing } from './leftward';
import { drawLinks, lineHeads } from './links';
import { scaledWords } from './measure';
import { noteBoxes, noteMarks, placedNotes } from './notes';
import { drawHeadings, drawPage, type PageNumber, setsInKey } from './page';
import { patternMarks } from './pattern';
import { scaledPicture } from './picture';
import { arranged, onto, smallestOf } from './place';
import type { Prepared } from './prepare';

/** Places an arrangement on the page: every length times the scale, every corner moved. */
function onPage(arrangement: Arrangement, place: Fit, shift: { x: number; y: number }) {
  const x = (value: number) => place.x + (value + shift.x) * place.scale;
  const y = (value: number) => place.y + (value + shift.y) * place.scale;
  return {
    point: ([px, py]: readonly [number, number]): readonly [number, number] => [x(px), y(py)],
    box: (box: { x: number; y: number; width: number; height: number }) => ({
      x: x(box.x),
      y: y(box.y),
      width: box.width * place.scale,
      height: box.height * place.scale,
    }),
    depth: arrangement.axis === 'columns' ? x : y,
  };
}

/** How many items each tier has, and how many of them are exceptions. */
function countsOf(chart: Chart, structure: Structure): { count: number; exceptions: number }[] {
  const counts = Array.from({ length: structure.tiers }, () => ({ count: 0, exceptions: 0 }));
  for (const id of seenOf(structure)) {
    const so = counts[structure.tierOf.get(id)! - 1]!;
    so.count++;
    const { style, tone, face } = chart.items[id]!;
    if (style || tone || face) so.exceptions++;
  }
  return counts;
}

/** In larger pictures lines are not picked one by one. */
const MOST_PICKED = 2_000;

/** Lines that can be picked, each once. */
const pickable = (links: readonly ArrangedLink[]): readonly ArrangedLink[] =>
  links.filter(({ id, said, ways }) => (id !== undefined || said !== undefined) && ways?.length !== 0);

const edgesOf = (links: readonly ArrangedLink[], headsOf: ReturnType<typeof lineHeads>): SceneEdge[] =>
  links.map((link): SceneEdge => {
    const { id, said, from, to, role, label, points, curved } = link;
    return {
      ...(id === undefined ? { said: said! } : { id }),
      from,
      to,
      role,
      label,
      points: points.map(([x, y]) => [hundredths(x), hundredths(y)] as const),
      curved,
      ...headsOf(link),
    };
  });

/** What was set on the role of a link, and on the link itself or the line of the list that says it. */
function lineLooks(chart: Chart): (link: ArrangedLink) => LineLook | undefined {
  return (link) => {
    const byHand = handOf(chart, link);
    const byRole = chart.roles?.[link.role];
    return byRole && byHand?.look ? { ...byRole, ...byHand.look } : (byHand?.look ?? byRole);
  };
}

export interface Painted {
  readonly scene: Scene;
  readonly items: readonly PlacedItem[];
  readonly enclosures: readonly DrawnEnclosure[];
  /** Points for a unit of the picture. */
  readonly scale: number;
  /** Size at which the smallest words print, in points; null where there are none. */
  readonly smallest: number | null;
  readonly point: (at: readonly [number, number]) => readonly [number, number];
}

/** @param arrangement where it is known already */
export function paint(
  prepared: Prepared,
  fonts: Fonts,
  number?: PageNumber,
  arrangement: Arrangement = arranged(prepared),
): Painted {
  const { chart, kind, house, structure, names, lookOf, worded, key, set, sizes, captions } = prepared;
  const { shift, picture, place, enclosures } = onto(prepared, arrangement, fonts);
  const to = onPage(arrangement, place, shift);

  const boxScale = arrangement.boxScale ?? 1;
  const leftward = isLeftwardChart(chart);
  // Copied field by field: for many thousands of items spreading takes longer than all else here.
  const items = worded.map(({ id, tier, face, look, picture }): PlacedItem => {
    const text = plainOf(face.lines[0]?.text ?? '');
    const { parent, fields } = chart.items[id]!;
    const own = sizes.get(id)!;
    const words = set.get(id)!;
    const size = boxScale === 1 ? own : { width: own.width * boxScale, height: own.height * boxScale };
    const [x, y] = arrangement.boxes.get(id)!;
    const box = to.box({ x, y, width: size.width, height: size.height });
    return {
      id,
      tier,
      face,
      look,
      name: text,
      fields,
      parent,
      box,
      size,
      set: boxScale === 1 ? words : scaledWords(words, boxScale),
      picture: picture && boxScale !== 1 ? scaledPicture(picture, boxScale) : picture,
    };
  });
  const counts = countsOf(chart, structure);
  const bands = names.map((name, i): SceneBand => {
    const { start, end } = arrangement.bands[i] ?? { start: 0, end: 0 };
    const placed = arrangement.axis === 'rows' || arrangement.axis === 'columns';
    return {
      tier: i + 1,
      name,
      ...counts[i]!,
      // Of plain words, the colour in which a tier is known is none of their own.
      fill: isClear(lookOf(i + 1)) ? house.quietInk : lookOf(i + 1).fill,
      start: placed ? to.depth(start) : 0,
      end: placed ? to.depth(end) : 0,
    };
  });

  const byId = new Map(items.map((item) => [item.id, item]));
  const notes = placedNotes(chart, house, fonts, place, (id) => byId.get(id)?.box, enclosures, to.point);
  const printed = [
    (smallestOf(prepared, arrangement) ?? Number.POSITIVE_INFINITY) * place.scale,
    ...enclosures.map(({ enclosure }) => (enclosure.name === '' ? Number.POSITIVE_INFINITY : NAME.size * place.scale)),
    ...notes.flatMap(({ words }) => words.lines.map(({ size }) => size)),
  ];
  const least = printed.reduce((so, size) => Math.min(so, size), Number.POSITIVE_INFINITY);
  const smallest = Number.isFinite(least) ? least : null;
  const areas = arrangement.areas ?? [];
  const keyed = setsInKey(chart, place, key, fonts);
  const under = areas.map((area) => drawArea(area, house));
  const tags = new Map((arrangement.tags ?? []).map((tag) => [tag.of, tag]));
  const over = [
    ...(arrangement.captions ?? []).flatMap((words) => drawWords(words, house, fonts)),
    ...(arrangement.repeats ?? []).flatMap(({ of, at }) => drawRepeat(byId.get(of)!, at, house, fonts)),
  ];
  const lines = items.length > MOST_PICKED ? [] : pickable(arrangement.links);
  const ownLook = lineLooks(chart);
  const scene: Scene = {
    width: place.width,
    height: place.height,
    background: house.sheet,
    title: chart.title,
    ...(chart.language && { language: chart.language }),
    description: chart.description ?? describe(kind, chart, structure),
    picture: { x: place.x, y: place.y, width: picture.width * place.scale, height: picture.height * place.scale },
    margin: chart.page.margin,
    frame: { x: place.x + shift.x * place.scale, y: place.y + shift.y * place.scale, scale: place.scale },
    ...(chart.page.pattern && { under: patternMarks(chart.page.pattern, place, house) }),
    links: [
      ...enclosures.map((own) => ({
        key: `enclosure ${own.enclosure.id}`,
        marks: drawEnclosure(own, house, fonts, chart.font),
      })),
      ...(under.length > 0 ? [{ key: 'areas', marks: under }] : []),
      ...drawLinks(
        arrangement.links,
        arrangement.joins,
        lookOf,
        ownLook,
        house,
        fonts,
        arrangement.hops,
        new Map(lines.map((link, i) => [link, i])),
      ),
      ...(over.length > 0 ? [{ key: 'words', marks: over }] : []),
    ],
    items: items.map((item) => {
      const outside = captions.get(item.id);
      return drawItem(
        leftward ? { ...item, look: facing(item.look) } : item,
        fonts,
        house,
        tags.get(item.id),
        outside && captionMarks(outside, item, boxScale, house, fonts),
      );
    }),
    page: [
      ...drawPage(chart, house, place, key, fonts, number),
      ...notes.flatMap((note) => noteMarks(note, house, fonts)),
      ...(chart.page.tierHeadings
        ? drawHeadings(bands, arrangement.axis, house, place, picture.width, fonts, chart)
        : []),
    ],
    areas: areas
      .filter(({ as }) => as === 'set')
      .map((area) => ({
        id: area.id,
        name: area.name,
        outline: areaPath(area),
        labels: [
          ...(area.label ? [to.box(area.label)] : []),
          ...keyed.filter(({ set }) => set === area.id).map(({ box }) => box),
        ],
      })),
    notes: noteBoxes(notes),
    edges: edgesOf(lines, lineHeads(lookOf, ownLook)),
    axis: arrangement.axis,
    ...(leftward && { leftward }),
    bands,
  };
  return { scene, items, enclosures, scale: place.scale, smallest, point: to.point };
}

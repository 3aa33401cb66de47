/**
 * Two charts as one picture: the second as it is, who left as an outline where they stood, who moved where they stand now and
 * as an outline where they stood. Said in words on each, so that nothing hangs on colour.
 */
import type { Chart, Face, Item, LookPatch } from '../chart';
import type { KindOnPage } from '../kinds';
import { fieldLabel } from '../list';
import type { Compared } from './compared';

/** The field that says on each what happened to it. */
const FIELD = 'compared';

const OUTLINE: LookPatch = {
  opacity: 0,
  edgeDash: 'dashed',
  edgeWidth: 1.5,
  edge: '#6b6b6b',
  ink: '#5c5c5c',
  shadow: false,
};
const LOOKS: Readonly<Record<'joined' | 'moved' | 'changed', LookPatch>> = {
  joined: { edge: '#1d7a4f', edgeWidth: 3, edgeDash: 'solid' },
  moved: { edge: '#2457a6', edgeWidth: 3, edgeDash: 'solid' },
  changed: { edge: '#9a6a00', edgeWidth: 3, edgeDash: 'solid' },
};

/** Most letters that are said of an old value. */
const MOST = 40;
const short = (text: string | null) => {
  const plain = (text ?? '').replace(/\s+/g, ' ').trim();
  return plain.length > MOST ? `${plain.slice(0, MOST)}…` : plain;
};

/** Of charts with more lines only the parts are drawn in which something happened. */
const MOST_WHOLE = 60;

/** Lines of which something is said, and those above them; the others are counted where they stand. */
function aroundMarked(kind: KindOnPage, items: Readonly<Record<string, Item>>): Record<string, Item> {
  const all = Object.values(items);
  if (!kind.draws.tree || all.length <= MOST_WHOLE) return { ...items };
  const kept = new Set<string>();
  for (const { id, fields } of all)
    if (fields[FIELD] !== undefined)
      for (let at: string | null = id; at !== null && !kept.has(at); at = items[at]!.parent) kept.add(at);
  if (kept.size === 0) return { ...items };
  const out = new Map<string, number>();
  for (const { id } of all) {
    if (kept.has(id)) continue;
    let at = items[id]!.parent;
    while (at !== null && !kept.has(at)) at = items[at]!.parent;
    if (at !== null) out.set(at, (out.get(at) ?? 0) + 1);
  }
  const shown = [...kept].map((id): [string, Item] => {
    const count = out.get(id);
    return [id, count ? { ...items[id]!, more: count } : items[id]!];
  });
  return Object.fromEntries(shown);
}

/**
 * @param a the earlier, and `b` the later, with the lines that both have under the same ids
 * @returns a chart to be drawn; it is no chart to be worked on
 */
export function comparisonChart(kind: KindOnPage, a: Chart, b: Chart, compared: Compared): Chart {
  const said = new Map<string, string[]>();
  const looks = new Map<string, LookPatch>();
  const say = (id: string, words: string, look: keyof typeof LOOKS) => {
    said.set(id, [...(said.get(id) ?? []), words]);
    looks.set(id, { ...LOOKS[look], ...looks.get(id) });
  };
  for (const { item } of compared.joined) say(item, 'joined', 'joined');
  for (const { item, from } of compared.moved)
    say(item, from === null ? 'was at the top' : `was under ${short(from)}`, 'moved');
  for (const { item, name } of compared.renamed) say(item, `was ${short(name)}`, 'changed');
  for (const { item, fields } of compared.changed)
    for (const [field, { from }] of Object.entries(fields)) {
      const label = fieldLabel(kind.columns, field);
      say(item, from ? `${label} was ${short(from)}` : `${label} is new`, 'changed');
    }
  const base: Face = b.face ?? kind.face0;
  // Small, under all else that stands in the item.
  const faceFor = (own: Item): Face => [
    ...(own.face ?? base).filter(({ out }) => out === undefined).slice(0, 7),
    { fields: [FIELD], strong: true, size: 0.8 },
  ];
  const items: Record<string, Item> = {};
  const marked = (item: Item, words: readonly string[], look: LookPatch): Item => ({
    ...item,
    fields: { ...item.fields, [FIELD]: words.slice(0, 4).join('; ') },
    face: faceFor(item),
    style: { ...item.style, ...look },
  });
  for (const item of Object.values(b.items)) {
    const words = said.get(item.id);
    items[item.id] = words ? marked(item, words, looks.get(item.id)!) : item;
  }
  // Trees alone have places that somebody can have left.
  const ghost = (id: string, as: string, words: string) => {
    const { picture: _, folded: __, nudge: ___, ...was } = a.items[id]!;
    let { parent } = was;
    const seen = new Set<string>();
    while (parent !== null && !b.items[parent] && !leaves.has(parent) && !seen.has(parent)) {
      seen.add(parent);
      parent = a.items[parent]?.parent ?? null;
    }
    items[as] = marked({ ...was, id: as, parent }, [words], OUTLINE);
  };
  const leaves = new Set(compared.left.map(({ item }) => item));
  for (const { item } of compared.left) ghost(item, item, 'left');
  if (kind.draws.tree)
    for (const { item, to } of compared.moved)
      ghost(item, `was.${item}`.slice(0, 64), to === null ? 'now at the top' : `now under ${short(to)}`);
  const { stands: _, views: __, ...rest } = b;
  return { ...rest, items: aroundMarked(kind, items), columns: { ...b.columns, [FIELD]: { type: 'text' } } };
}

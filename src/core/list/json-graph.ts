/** Graphs as JSON: things in one list, what joins two of them in another, as graph libraries exchange them. */
import { pushTo } from '../grouped';
import { isRecord, type JsonRecord } from '../records';
import type { ListRead, ReadContext, TableForm } from './types';

type Entry = JsonRecord;

const NODES = ['nodes', 'vertices', 'items', 'concepts'];
const LINKS = ['links', 'edges', 'relations', 'connections'];
const FROM = ['source', 'from', 'start', 'tail'];
const TO = ['target', 'to', 'end', 'head'];
const NAMES = ['name', 'label', 'title', 'text', 'id', 'key'];
const IDS = ['id', 'key', 'name', 'label'];
const PHRASES = ['phrase', 'label', 'relation', 'relationship', 'type', 'name', 'predicate'];

type Scalar = string | number;
const isScalar = (value: unknown): value is Scalar => typeof value === 'string' || typeof value === 'number';
const firstOf = (entry: Entry, keys: readonly string[]): Scalar | undefined => {
  for (const key of keys) if (isScalar(entry[key]) && entry[key] !== '') return entry[key];
  return undefined;
};
/** An end may be the other thing itself. */
const endOf = (entry: Entry, keys: readonly string[]): Scalar | undefined =>
  firstOf(entry, keys) ??
  keys.map((key) => entry[key]).flatMap((end) => (isRecord(end) ? (firstOf(end, IDS) ?? []) : []))[0];

/** Things, and what joins two of them by their ids. */
interface Graph {
  readonly nodes: readonly { readonly id: string; readonly name: string; readonly fields: Entry }[];
  readonly links: readonly {
    readonly from: string;
    readonly to: string;
    readonly phrase: string;
    /** What else is said of the link. */
    readonly fields: Entry;
  }[];
}

const OF_LINK = new Set([...FROM, ...TO, 'id', 'key']);
const further = (link: Entry, phrase: Scalar | undefined): Entry => {
  const said = PHRASES.find((key) => phrase !== undefined && link[key] === phrase);
  return Object.fromEntries(
    Object.entries(link).filter(([key, value]) => isScalar(value) && !OF_LINK.has(key) && key !== said),
  );
};

/** @returns undefined where a value is no graph */
export function graphOf(value: unknown): Graph | undefined {
  if (!isRecord(value)) return undefined;
  const entriesOf = (key: string): Entry[] | undefined => {
    const own = value[key];
    if (Array.isArray(own)) return own.map((entry) => (isRecord(entry) ? entry : { id: entry }));
    // By their ids.
    if (isRecord(own) && Object.values(own).every(isRecord))
      return Object.entries(own).map(([id, entry]) => ({ id, ...(entry as Entry) }));
    return undefined;
  };
  const nodesKey = NODES.find((key) => entriesOf(key));
  const linksKey = LINKS.find((key) =>
    entriesOf(key)?.some((link) => endOf(link, FROM) !== undefined && endOf(link, TO) !== undefined),
  );
  if (nodesKey === undefined || linksKey === undefined) return undefined;
  const entries = entriesOf(nodesKey)!;
  const nodes = entries.map((fields, i) => ({
    id: String(firstOf(fields, IDS) ?? i),
    name: String(firstOf(fields, NAMES) ?? i + 1),
    fields,
  }));
  const known = new Set(nodes.map(({ id }) => id));
  // Where things have no ids of their own, ends count them from 0.
  const resolved = (end: Scalar) =>
    known.has(String(end)) ? String(end) : typeof end === 'number' ? nodes[end]?.id : undefined;
  const links = entriesOf(linksKey)!.flatMap((link) => {
    const [from, to] = [endOf(link, FROM), endOf(link, TO)];
    const ends = from === undefined || to === undefined ? [] : [resolved(from), resolved(to)];
    if (ends[0] === undefined || ends[1] === undefined) return [];
    const phrase = firstOf(link, PHRASES);
    return [
      { from: ends[0], to: ends[1], phrase: typeof phrase === 'string' ? phrase : '', fields: further(link, phrase) },
    ];
  });
  return links.length === 0 ? undefined : { nodes, links };
}

/** The first lines between things of a graph with what they join, and as large a part of what nothing joins. */
function begun(graph: Graph, sample: number | undefined): Graph {
  if (sample === undefined || graph.nodes.length <= sample) return graph;
  const endsOf = (links: Graph['links']) => new Set(links.flatMap(({ from, to }) => [from, to]));
  const links = graph.links.slice(0, sample);
  const [joined, all] = [endsOf(links), endsOf(graph.links)];
  const lone = graph.nodes.filter(({ id }) => !all.has(id));
  const some = new Set(lone.slice(0, Math.ceil((lone.length * joined.size) / all.size)));
  return { nodes: graph.nodes.filter((node) => joined.has(node.id) || some.has(node)), links };
}

/** The things of a graph, for kinds that know no lines between items. */
export const thingsOfGraph = ({ nodes }: Graph): readonly unknown[] =>
  nodes.map(({ name, fields }) => ({ name, ...fields }));

/** How many of the links lead to something that another leads to already. */
const doubled = (ends: readonly string[]): number => ends.length - new Set(ends).size;

/**
 * A graph as a table of a kind: propositions where the kind knows phrases, else every thing with what it stands under.
 * @param context of which columns and sample count
 * @returns rows, the headings first; undefined where the kind knows no lines between items
 */
export function tableOfGraph(graph: Graph, { columns, sample }: ReadContext): string[][] | undefined {
  const [above, other] = columns.filter(({ refers }) => refers === 'one');
  if (!above || other) return undefined;
  const { nodes, links } = begun(graph, sample);
  const nameOf = new Map(nodes.map(({ id, name }) => [id, name]));
  const phrase = columns.find(({ field }) => field === 'phrase');
  const own = columns.find(({ field }) => field === 'name')!;
  if (phrase) {
    const linked = new Set(links.flatMap(({ from, to }) => [from, to]));
    const others = [...new Set(links.flatMap(({ fields }) => Object.keys(fields)))];
    return [
      [above.label, phrase.label, own.label, ...others],
      ...links.map((link) => [
        nameOf.get(link.from)!,
        link.phrase,
        nameOf.get(link.to)!,
        ...others.map((key) => String(link.fields[key] ?? '')),
      ]),
      ...nodes.flatMap(({ id, name }) => (linked.has(id) ? [] : [['', '', name]])),
    ];
  }
  // Most draw an arrow from what stands above; some from what stands under it.
  const more = columns.find(({ refers }) => refers === 'many');
  // Some say of themselves that they are no first ones.
  const isSecond = (link: { readonly phrase: string }) => more !== undefined && link.phrase === more.label;
  const first = links.filter((link) => !isSecond(link));
  const down = doubled(first.map(({ to }) => to)) <= doubled(first.map(({ from }) => from));
  const parents = new Map<string, string[]>();
  const seconds = new Map<string, string[]>();
  for (const link of links) {
    const [child, parent] = down ? [link.to, link.from] : [link.from, link.to];
    pushTo(isSecond(link) ? seconds : parents, child, parent);
  }
  const taken = new Set(['id', 'key', ...NAMES]);
  const others = [
    ...new Set(nodes.flatMap(({ fields }) => Object.keys(fields).filter((key) => isScalar(fields[key])))),
  ].filter((key) => !taken.has(key));
  const id = columns.find(({ field }) => field === 'id');
  return [
    [own.label, ...(id ? [id.label] : []), above.label, ...(more ? [more.label] : []), ...others],
    ...nodes.map(({ id: own, name, fields }) => {
      const [first = '', ...beyond] = parents.get(own) ?? [];
      const rest = [...beyond, ...(seconds.get(own) ?? [])];
      return [
        name,
        ...(id ? [own] : []),
        id ? first : (nameOf.get(first) ?? ''),
        ...(more ? [rest.join('; ')] : []),
        ...others.map((key) => (isScalar(fields[key]) ? String(fields[key]) : '')),
      ];
    }),
  ];
}

/** A graph of words as a list of a kind. @param table the kind's form for CSV */
export function readGraph(
  table: TableForm,
  graph: {
    readonly question?: string;
    readonly nodes: readonly {
      readonly id: string;
      readonly name: string;
      readonly fields: Readonly<Record<string, string>>;
    }[];
    readonly edges: readonly {
      readonly source: string;
      readonly target: string;
      readonly label: string;
      readonly fields?: Readonly<Record<string, string>>;
    }[];
  },
  context: ReadContext,
): ListRead {
  const idLabel = context.columns.find(({ field }) => field === 'id')?.label;
  // What a person numbered stands apart from what the file tells nodes apart by.
  const own = new Map(graph.nodes.map(({ id, fields }) => [id, idLabel === undefined ? undefined : fields[idLabel]]));
  const known = new Set(graph.nodes.map(({ id }) => id));
  const links = graph.edges
    .filter(({ source, target }) => known.has(source) && known.has(target))
    .map(({ source, target, label, fields = {} }) => ({ from: source, to: target, phrase: label, fields }));
  const nodes = graph.nodes.map(({ id, name, fields }) => {
    const { [idLabel ?? '']: _, ...others } = fields;
    return { id, name, fields: others };
  });
  const things = () => [['Name'], ...nodes.slice(0, context.sample).map(({ name }) => [name])];
  const rows = (links.length > 0 ? tableOfGraph({ nodes, links }, context) : undefined) ?? things();
  const list = table.readRows(rows, { ...context, headings: true });
  const items = list.items.map((item) => {
    const { id: structural, ...fields } = item.fields;
    if (structural === undefined) return item;
    const said = own.get(structural);
    return { ...item, fields: said === undefined ? fields : { ...fields, id: said } };
  });
  const phrase = context.columns.some(({ field }) => field === 'phrase');
  const hasIds = items.some(({ fields }) => fields['id'] !== undefined);
  return {
    ...list,
    items,
    ...(graph.question && phrase && { arrangement: { focus: graph.question } }),
    ...(list.columns && !hasIds && { columns: list.columns.filter(({ field }) => field !== 'id') }),
  };
}

/** The forms in which a list of a kind can be written: the kind's own, and those that all kinds share. */
import {
  fieldOfAttribute,
  kindSaid,
  looksLikeGraphml,
  looksLikeMarkdown,
  looksLikeOpml,
  looksLikeSkos,
  looksLikeXml,
  type OpmlNode,
  outlineOfMarkdown,
  parseGraphml,
  parseOpml,
  parseSkos,
  recordsOfXml,
  TooDeep,
  type WordedGraph,
} from './formats';
import type { Kind } from './kinds';
import {
  headingKey,
  jsonForm,
  type ListForm,
  type ListRead,
  linesIn,
  looksLikeLdif,
  looksLikeVcard,
  MOST_LINES,
  NothingToDraw,
  parsedOnce,
  plainText,
  type ReadContext,
  readGraph,
  readRecords,
  recognise,
  refusedAs,
  SOFT_BREAK,
  type TableForm,
  TOO_MANY_LINES,
  tableOfLdif,
  tableOfVcards,
  withoutRemarks,
} from './list';

const isTable = (form: ListForm): form is TableForm => 'readRows' in form;

/** The kind's form for lines of text that a text most surely is. */
const textForm = (kind: Kind, text: string): ListForm =>
  recognise(
    text,
    kind.forms.filter((form) => !isTable(form) && !form.exclusive),
    kind.columns,
  );

const markdownForm = (kind: Kind): ListForm => ({
  id: 'markdown',
  label: 'Markdown',
  sample: '- Oriel Tansley\n  - Piet Marrable\n',
  suits: (text) =>
    kindSaid(text) !== undefined && !looksLikeOpml(text) && /^\uFEFF?\s*<!--/.test(text)
      ? 1
      : looksLikeMarkdown(withoutRemarks(plainText(text)))
        ? 0.66
        : 0,
  read(raw, context) {
    const text = outlineOfMarkdown(plainText(raw), kind.plus ?? '');
    if (linesIn(text, MOST_LINES) > MOST_LINES) return refusedAs('markdown', TOO_MANY_LINES);
    return { ...textForm(kind, text).read(text, context), form: 'markdown' };
  },
});

function readOpml(kind: Kind, raw: string, context: ReadContext): ListRead {
  let nodes: readonly OpmlNode[];
  try {
    nodes = parsedOnce('opml', raw, context, (text) => parseOpml(text).nodes).slice(0, context.sample);
  } catch (error) {
    const { message } = error as Error;
    return refusedAs('opml', error instanceof TooDeep ? message : `This OPML is broken: ${message}.`);
  }
  // Line n of the outline is the n-th element.
  const text = nodes
    .map((node) => `${'\t'.repeat(node.level)}${plainText(node.text).replace(/(?<!\s)\s*\n\s*/g, SOFT_BREAK) || '?'}`)
    .join('\n');
  const list = textForm(kind, text).read(text, context);
  const fieldFor = (name: string) => {
    const field = fieldOfAttribute(name);
    const key = headingKey(field);
    const known = kind.columns.find((column) => column.field === field || column.headings.includes(key));
    return known?.field ?? (field in {} ? `its ${field}` : field.slice(0, 80));
  };
  const read: ListRead = {
    ...list,
    form: 'opml',
    items: list.items.map((item) => {
      const node = nodes[(list.lines[item.id] ?? 0) - 1];
      if (!node) return item;
      const more = Object.entries(node.fields).map(([name, value]) => [fieldFor(name), value] as const);
      return { ...item, fields: { ...Object.fromEntries(more.filter(([field]) => field !== 'name')), ...item.fields } };
    }),
  };
  return kind.beside?.(read) ?? read;
}

const opmlForm = (kind: Kind): ListForm => ({
  id: 'opml',
  label: 'OPML',
  sample:
    '<opml version="2.0"><body>\n<outline text="Oriel Tansley">\n<outline text="Piet Marrable"/>\n</outline>\n</body></opml>\n',
  suits: (text) => (looksLikeOpml(text) ? 1 : 0),
  read: (raw, context) => readOpml(kind, raw, context),
});

/** A form that a text is of for certain, or not at all. */
interface KnownForm {
  readonly id: string;
  readonly label: string;
  readonly sample: string;
  readonly suits: (text: string) => boolean;
}
const certain = ({ suits, ...known }: KnownForm): Omit<ListForm, 'read'> => ({
  ...known,
  suits: (text) => (suits(text) ? 1 : 0),
});

const saidOf = (label: string, error: unknown) =>
  error instanceof NothingToDraw
    ? `Of this ${label} nothing can be drawn: ${error.message}.`
    : `This ${label} is broken: ${(error as Error).message}.`;

/** Nodes and edges of a file, brought into a table of the kind. */
const graphForm = (table: TableForm, known: KnownForm, graphOf: (text: string) => WordedGraph): ListForm => ({
  ...certain(known),
  read(raw, context) {
    const { id, label } = known;
    let graph: WordedGraph;
    try {
      graph = parsedOnce(id, raw, context, graphOf);
    } catch (error) {
      return refusedAs(id, saidOf(label, error));
    }
    return { ...readGraph(table, graph, context), form: id };
  },
});

const graphml = {
  id: 'graphml',
  label: 'GraphML',
  sample: `<graphml xmlns="http://graphml.graphdrawing.org/xmlns"><key id="l" for="all" attr.name="label"/>
<graph edgedefault="directed"><node id="a"><data key="l">Oriel Tansley</data></node>
<node id="b"><data key="l">Piet Marrable</data></node><edge source="a" target="b"/></graph></graphml>
`,
  suits: looksLikeGraphml,
};
const skos = {
  id: 'skos',
  label: 'Vocabulary (RDF)',
  sample: `@prefix skos: <http://www.w3.org/2004/02/skos/core#> .
@prefix : <urn:example:> .
:marsh skos:prefLabel "Salt marsh" ; skos:narrower :creek .
:creek skos:prefLabel "Creek" .
`,
  suits: looksLikeSkos,
};

/** A form that is brought into a table. @param rowsOf the headings first */
const directoryForm = (table: TableForm, known: KnownForm, rowsOf: (text: string) => string[][]): ListForm => ({
  ...certain(known),
  read(raw, context) {
    const { id, label } = known;
    let rows: string[][];
    try {
      rows = parsedOnce(id, raw, context, rowsOf);
    } catch (error) {
      return refusedAs(id, saidOf(label, error));
    }
    const some = context.sample === undefined ? rows : rows.slice(0, context.sample + 1);
    return { ...table.readRows(some, { ...context, headings: true }), form: id };
  },
});

const ldif = {
  id: 'ldif',
  label: 'Directory export (LDIF)',
  sample: 'dn: cn=Oriel Tansley,o=Garden\ncn: Oriel Tansley\ntitle: Garden director\n',
  suits: looksLikeLdif,
};
const vcard = {
  id: 'vcard',
  label: 'Address cards (vCard)',
  sample: 'BEGIN:VCARD\nVERSION:4.0\nFN:Oriel Tansley\nTITLE:Garden director\nEND:VCARD\n',
  suits: looksLikeVcard,
};

const xml = {
  id: 'xml',
  label: 'XML of another program',
  sample: `<staff><person><name>Oriel Tansley</name><post>Garden director</post></person>
<person><name>Piet Marrable</name><post>Head of plants</post></person></staff>
`,
  suits: looksLikeXml,
};

const xmlForm = (table: TableForm): ListForm => ({
  ...certain(xml),
  read(raw, context) {
    let records: readonly unknown[];
    try {
      records = parsedOnce(xml.id, raw, context, recordsOfXml);
    } catch (error) {
      return refusedAs(xml.id, saidOf('XML', error));
    }
    return { ...readRecords(raw, () => records, table, context), form: xml.id };
  },
});

const all = new WeakMap<Kind, readonly ListForm[]>();

/** All forms of a kind, its own first. */
export function formsOf(kind: Kind): readonly ListForm[] {
  const known = all.get(kind);
  if (known) return known;
  const table = kind.forms.find(isTable)!;
  const forms = [
    ...kind.forms,
    markdownForm(kind),
    opmlForm(kind),
    jsonForm(table),
    directoryForm(table, ldif, tableOfLdif),
    directoryForm(table, vcard, tableOfVcards),
    graphForm(table, graphml, parseGraphml),
    graphForm(table, skos, parseSkos),
    // What is none of those in XML.
    xmlForm(table),
  ];
  all.set(kind, forms);
  return forms;
}

/** Forms that are read as a whole: a part of one is none. */
const WHOLE = new Set(['opml', 'json', 'gedcom', 'ldif', 'vcard', 'graphml', 'skos', 'xml']);
/** Forms that are read line by line, so that the first lines of a text are a list too. */
export const isInLines = (form: ListForm): boolean => !WHOLE.has(form.id);

/** Forms of one item a line, in which a line that ends in a backslash goes on in the next. */
export const isLineForm = (form: ListForm): boolean => !isTable(form) && !WHOLE.has(form.id) && form.id !== 'markdown';

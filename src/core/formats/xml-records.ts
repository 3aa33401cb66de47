/**
 * XML of any program (Extensible Markup Language 1.0, W3C) as records: an element is a record of its attributes and of what
 * is in it; elements that come more than once beside each other, or within their like, are lists.
 */
import { SaxesParser, type SaxesTagPlain } from 'saxes';
import { MOST_LEVELS, NothingToDraw, tooDeep } from '../list/limits';
import type { JsonRecord } from '../records';
import { looksLikePage } from './html';
import { fromFirstElement } from './xml-head';

/** More elements are more than the cells of any list. */
const MOST_ELEMENTS = 400_000;

interface Element {
  readonly name: string;
  readonly attributes: readonly (readonly [string, string])[];
  readonly inner: Element[];
  /** Of what is in it. */
  names?: Set<string>;
  words: string;
}

const DECLARED = /^\uFEFF?\s*<\?xml\s/;
const NAME = /^<([A-Za-z_][\w.:-]*)[\s/>]/;
/** Pages and drawings hold no records. */
const SHOWN = new Set(['html', 'svg']);

/** Whether a text is one element with all that is in it, as far as its first and its last tag say. */
export function looksLikeXml(text: string): boolean {
  const name = NAME.exec(fromFirstElement(text) ?? '')?.[1];
  if (name === undefined || looksLikePage(text) || SHOWN.has(name.toLowerCase())) return false;
  return DECLARED.test(text) || text.trimEnd().endsWith(`</${name}>`);
}

const local = (name: string) => name.slice(name.indexOf(':') + 1);

function parsed(text: string): { root: Element; lists: ReadonlySet<string> } {
  const parser = new SaxesParser();
  const above: Element = { name: '', attributes: [], inner: [], words: '' };
  const stack = [above];
  const lists = new Set<string>();
  let count = 0;
  let failed: Error | undefined;
  parser.on('error', (error) => {
    failed ??= error;
  });
  parser.on('opentag', ({ name, attributes }: SaxesTagPlain) => {
    if (++count > MOST_ELEMENTS) throw new NothingToDraw('it has more elements than any list has cells');
    if (stack.length > MOST_LEVELS) throw new NothingToDraw(tooDeep('XML'));
    const element: Element = {
      name: local(name),
      attributes: Object.entries(attributes).filter(([key]) => !/^xml(ns)?(:|$)/.test(key)),
      inner: [],
      words: '',
    };
    const parent = stack.at(-1)!;
    // A record within its like is one of a list, though it may be alone in it.
    parent.names ??= new Set();
    if (parent.name === element.name || parent.names.has(element.name)) lists.add(element.name);
    parent.names.add(element.name);
    parent.inner.push(element);
    stack.push(element);
  });
  const said = (words: string) => {
    stack.at(-1)!.words += words;
  };
  parser.on('text', said);
  parser.on('cdata', said);
  parser.on('closetag', () => {
    stack.pop();
  });
  parser.write(text.replace(/^\uFEFF?\s+/, '')).close();
  if (failed) throw failed;
  return { root: above.inner[0]!, lists };
}

/** What an element says: its words where it has nothing else. */
function recordOf({ attributes, inner, words }: Element, lists: ReadonlySet<string>): string | JsonRecord {
  const own = words.replace(/\s+/g, ' ').trim();
  if (attributes.length === 0 && inner.length === 0) return own;
  const record = new Map<string, unknown>(attributes.map(([key, value]) => [local(key), value]));
  for (const element of inner) {
    const value = recordOf(element, lists);
    const before = record.get(element.name);
    if (Array.isArray(before)) before.push(value);
    else if (before !== undefined) record.set(element.name, [before, value]);
    else record.set(element.name, lists.has(element.name) ? [value] : value);
  }
  if (own !== '') record.set(record.has('text') ? 'words' : 'text', own);
  return Object.fromEntries(record);
}

const NAMES = new Set(['name', 'title', 'label', 'text']);

/** The records that a document is about: its longest way down to where there are several, or to one that has a name. */
export function recordsOfXml(text: string): readonly unknown[] {
  const { root, lists } = parsed(text);
  let at = root;
  for (;;) {
    const isNamed = [...at.attributes.map(([key]) => local(key)), ...at.inner.map(({ name }) => name)].some((key) =>
      NAMES.has(key.toLowerCase()),
    );
    const holding = at.inner.filter(({ inner, attributes }) => inner.length + attributes.length > 0);
    if (isNamed || holding.length === 0) break;
    if (holding.length > 1) {
      const kinds = new Set(at.inner.map(({ name }) => name));
      if (kinds.size > 1) break;
      return at.inner.map((one) => recordOf(one, lists));
    }
    at = holding[0]!;
  }
  const value = recordOf(at, lists);
  if (typeof value === 'string' || !Object.values(value).some((of) => typeof of === 'object'))
    throw new NothingToDraw('nothing in it comes more than once');
  return [value];
}

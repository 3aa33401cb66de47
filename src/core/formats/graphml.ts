/**
 * Graphs as GraphML. Source: "The GraphML File Format" (graphml.graphdrawing.org), structural layer and attributes; what
 * programs add of their own is read only for the words in it.
 */
import { SaxesParser } from 'saxes';
import { escapeAttribute, escapeXml } from '../xml';
import { sayInGraphml } from './said';

export interface GraphNode {
  readonly id: string;
  readonly name: string;
  /** What its data say, by the names of their keys. */
  readonly fields: Readonly<Record<string, string>>;
}
export interface GraphEdge {
  readonly source: string;
  readonly target: string;
  readonly label: string;
  readonly fields?: Readonly<Record<string, string>>;
}
export interface WordedGraph {
  /** What all of it answers. */
  readonly question?: string;
  readonly nodes: readonly GraphNode[];
  readonly edges: readonly GraphEdge[];
}

export const looksLikeGraphml = (text: string): boolean => /<(?:\w+:)?graphml[\s>]/.test(text.slice(0, 3_000));

const NAMES = ['label', 'name', 'title', 'text'];
const PHRASES_ONLY = ['label', 'phrase', 'name'];
const PHRASES = [...PHRASES_ONLY, 'relation', 'type'];
/** An element that holds words in what programs add to a node. */
const WORDS = /label|text$/i;
/** Deeper nesting has no graph; it would only cost memory. */
const MOST_LEVELS = 1_000;

interface Open {
  readonly tag: 'node' | 'edge' | 'other';
  readonly id: string;
  readonly source: string;
  readonly target: string;
  readonly data: Map<string, string>;
  words: string;
}

/**
 * A graph; nodes within a node stand under it.
 * @throws Error with the line where the XML is broken
 */
export function parseGraphml(text: string): WordedGraph {
  const parser = new SaxesParser();
  const keys = new Map<string, string>();
  const nodes: GraphNode[] = [];
  const edges: GraphEdge[] = [];
  const within: GraphEdge[] = [];
  const stack: Open[] = [];
  let depth = 0;
  let data: { key: string; text: string; worded: number; isMixed: boolean } | undefined;
  let failed: Error | undefined;
  /** What is said of the graph itself. */
  let about: string | undefined;
  let isAbout = false;
  let graphs = 0;
  const local = (name: string) => name.slice(name.indexOf(':') + 1);
  const firstOf = (found: ReadonlyMap<string, string>, wanted: readonly string[]): string | undefined => {
    for (const want of wanted)
      for (const [key, value] of found) if (key.toLowerCase() === want && value !== '') return value;
    return undefined;
  };
  parser.on('error', (error) => {
    failed ??= error;
  });
  parser.on('opentag', ({ name, attributes }) => {
    if (++depth > MOST_LEVELS) throw new Error('it is nested deeper than any graph');
    const own = attributes as Record<string, string>;
    const tag = local(name);
    if (data) {
      data.isMixed = true;
      if (data.worded > 0 || WORDS.test(tag)) data.worded++;
      return;
    }
    if (tag === 'graph') graphs++;
    isAbout = tag === 'desc' && graphs === 1 && stack.length === 0;
    if (tag === 'key' && own['id'] !== undefined) keys.set(own['id'], own['attr.name'] ?? own['id']);
    if (tag === 'node' || tag === 'edge') {
      const above = stack.findLast((one) => one.tag === 'node');
      const open: Open = {
        tag,
        id: own['id'] ?? '',
        source: own['source'] ?? '',
        target: own['target'] ?? '',
        data: new Map(),
        words: '',
      };
      stack.push(open);
      if (tag === 'node' && above) within.push({ source: above.id, target: open.id, label: '' });
      // In the order in which they begin: what stands above comes first.
      if (tag === 'node') nodes.push({ id: open.id, name: '', fields: {} });
    }
    if (tag === 'data') data = { key: own['key'] ?? '', text: '', worded: 0, isMixed: false };
  });
  parser.on('text', (words) => {
    if (isAbout) about = (about ?? '') + words;
    if (data && (data.worded > 0 || stack.length > 0)) data.text += words;
  });
  parser.on('cdata', (words) => {
    if (data) data.text += words;
  });
  parser.on('closetag', ({ name }) => {
    depth--;
    isAbout = false;
    const tag = local(name);
    if (data && tag === 'data') {
      const open = stack.at(-1);
      const words = data.isMixed ? data.text.replace(/\s+/g, ' ').trim() : data.text.trim();
      if (open && words !== '') {
        const key = keys.get(data.key) ?? data.key;
        // Data without a name of their own hold what a program draws.
        if (keys.get(data.key) === data.key) open.words ||= words;
        else open.data.set(key, words);
      }
      data = undefined;
      return;
    }
    if (data) {
      if (data.worded > 0) data.worded--;
      return;
    }
    if (tag !== 'node' && tag !== 'edge') return;
    const open = stack.pop()!;
    if (tag === 'edge') {
      edges.push({
        source: open.source,
        target: open.target,
        label: firstOf(open.data, PHRASES) ?? open.words,
        fields: Object.fromEntries([...open.data].filter(([key]) => !PHRASES_ONLY.includes(key.toLowerCase()))),
      });
      return;
    }
    const at = nodes.findLastIndex(({ id }) => id === open.id);
    const said = firstOf(open.data, NAMES) ?? open.words;
    nodes[at] = {
      id: open.id,
      name: said || open.id,
      fields: Object.fromEntries([...open.data].filter(([key]) => !NAMES.includes(key.toLowerCase()))),
    };
  });
  parser.write(text.replace(/^\uFEFF/, '')).close();
  if (failed) throw new Error(failed.message);
  const question = about?.trim();
  return { nodes, edges: [...within, ...edges], ...(question && { question }) };
}

/** @param kind whose graph it is, so that it is taken as that again */
export function writeGraphml({ nodes, edges, question }: WordedGraph, kind: string): string {
  const data = (key: string, text: string) => (text === '' ? '' : `<data key="${key}">${escapeXml(text)}</data>`);
  /** Keys of what nodes or edges say beside their names, and what one of them says. */
  const further = (of: 'node' | 'edge', all: readonly { readonly fields?: Readonly<Record<string, string>> }[]) => {
    const fields = [...new Set(all.flatMap((one) => Object.keys(one.fields ?? {})))];
    const keyOf = new Map(fields.map((field, i) => [field, `${of === 'node' ? 'f' : 'e'}${i + 1}`]));
    return {
      keys: fields.map(
        (field) =>
          `<key id="${keyOf.get(field)}" for="${of}" attr.name="${escapeAttribute(field)}" attr.type="string"/>`,
      ),
      said: (one: Readonly<Record<string, string>> = {}) =>
        Object.entries(one)
          .map(([field, text]) => data(keyOf.get(field)!, text))
          .join(''),
    };
  };
  const [ofNodes, ofEdges] = [further('node', nodes), further('edge', edges)];
  return [
    '<?xml version="1.0" encoding="UTF-8"?>',
    '<graphml xmlns="http://graphml.graphdrawing.org/xmlns">',
    sayInGraphml(kind),
    '<key id="label" for="node" attr.name="label" attr.type="string"/>',
    '<key id="phrase" for="edge" attr.name="label" attr.type="string"/>',
    ...ofNodes.keys,
    ...ofEdges.keys,
    `<graph edgedefault="directed">${question ? `<desc>${escapeXml(question)}</desc>` : ''}`,
    ...nodes.map(
      ({ id, name, fields }) =>
        `<node id="${escapeAttribute(id)}">${data('label', name)}${ofNodes.said(fields)}</node>`,
    ),
    ...edges.map(
      ({ source, target, label, fields }) =>
        `<edge source="${escapeAttribute(source)}" target="${escapeAttribute(target)}">${data('phrase', label)}${ofEdges.said(fields)}</edge>`,
    ),
    '</graph>',
    '</graphml>',
    '',
  ].join('\n');
}

/** OPML 2.0 (Outline Processor Markup Language, opml.org/spec2.opml): nested `outline` elements with a `text` each. */
import { SaxesParser } from 'saxes';
import { MOST_LEVELS, tooDeep } from '../list/limits';
import { escapeAttribute } from '../xml';
import { sayInOpml } from './said';
import { fromFirstElement } from './xml-head';

export interface OpmlNode {
  readonly text: string;
  /** Attributes besides the words. */
  readonly fields: Readonly<Record<string, string>>;
  /** From 0. */
  readonly level: number;
}

/** It is nested deeper than any list. */
export class TooDeep extends Error {}

export interface OpmlFile {
  readonly title: string;
  /** What of Dendrotax it is a list of. */
  readonly kind?: string;
  readonly nodes: readonly OpmlNode[];
}

/** Attributes that say how an outliner shows or fetches a node, not what it is. */
const TECHNICAL = new Set([
  'text',
  'type',
  'isComment',
  'isBreakpoint',
  'xmlUrl',
  'htmlUrl',
  'language',
  'version',
  'created',
]);

/** Whether its first element is that of an outline; before it stand a declaration and remarks at the most. */
export function looksLikeOpml(text: string): boolean {
  const rest = fromFirstElement(text);
  if (rest === undefined) return false;
  // Cut off at its beginning it is still told by what it is made of.
  return /^<opml[\s>]/i.test(rest) || (/<outline\s/i.test(rest) && /<\/opml>\s*$/i.test(text.slice(-200)));
}

/** @throws Error with the line where the XML is broken */
export function parseOpml(text: string): OpmlFile {
  const parser = new SaxesParser();
  const nodes: OpmlNode[] = [];
  let title = '';
  let inTitle = false;
  let level = 0;
  let failed: Error | undefined;
  parser.on('error', (error) => {
    failed ??= error;
  });
  // Every element counts: what nests without being a line costs the same.
  let depth = 0;
  parser.on('opentag', ({ name, attributes }) => {
    if (++depth > MOST_LEVELS) throw new TooDeep(tooDeep('OPML'));
    if (name === 'title') inTitle = true;
    if (name !== 'outline') return;
    const own = Object.entries(attributes as Record<string, string>);
    nodes.push({
      text: (attributes as Record<string, string>)['text'] ?? (attributes as Record<string, string>)['title'] ?? '',
      fields: Object.fromEntries(own.filter(([key, value]) => !TECHNICAL.has(key) && key !== 'title' && value !== '')),
      level,
    });
    level++;
  });
  parser.on('text', (words) => {
    if (inTitle) title += words;
  });
  parser.on('closetag', ({ name }) => {
    depth--;
    if (name === 'title') inTitle = false;
    if (name === 'outline') level--;
  });
  parser.write(text.replace(/^\uFEFF/, '')).close();
  if (failed) throw new Error(failed.message);
  return { title: title.trim(), nodes };
}

/** A field's name as an attribute's: what XML does not allow in one is written as _xHHHH_. */
const attributeName = (field: string) =>
  field
    .replace(/_x(?=[0-9a-f]+_)/g, '_x5f_x')
    .replace(/[^\p{L}\p{N}_.-]|^[^\p{L}_]/gu, (letter) => `_x${letter.codePointAt(0)!.toString(16)}_`);
/** The field that an attribute's name stands for. */
export const fieldOfAttribute = (name: string): string =>
  name.replace(/_x([0-9a-f]{1,6})_/g, (whole, code: string) => {
    const point = Number.parseInt(code, 16);
    return point <= 0x10ffff ? String.fromCodePoint(point) : whole;
  });

export function writeOpml({ title, kind, nodes }: OpmlFile): string {
  const out = [
    '<?xml version="1.0" encoding="UTF-8"?>',
    '<opml version="2.0">',
    `<head><title>${escapeAttribute(title)}</title>${kind === undefined ? '' : sayInOpml(kind)}</head>`,
    '<body>',
  ];
  let open = 0;
  for (const [i, node] of nodes.entries()) {
    for (; open > node.level; open--) out.push('</outline>');
    const own = Object.entries(node.fields).map(
      ([field, value]) => ` ${attributeName(field)}="${escapeAttribute(value)}"`,
    );
    const parent = (nodes[i + 1]?.level ?? 0) > node.level;
    out.push(`<outline text="${escapeAttribute(node.text)}"${own.join('')}${parent ? '' : '/'}>`);
    if (parent) open = node.level + 1;
  }
  for (; open > 0; open--) out.push('</outline>');
  return `${[...out, '</body>', '</opml>'].join('\n')}\n`;
}

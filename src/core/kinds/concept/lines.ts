/** Lines and cells of concept maps, as they are typed and written. */
import { type Chart, treeOf, walk } from '../../chart';
import { type SplitLine, tidy, writeOutline } from '../../list';
import type { Row } from './list';

export const FOCUS = /^\s*(?:\?\s*|focus question\s*[:–-]\s*)(.+)$/is;

/** Runs of dashes and arrows, each whole: nothing is looked at twice, however long a run is. */
const SIGNS = /-+>?|[–—]>?|=>|→|⟶/gu;
interface Sign {
  readonly text: string;
  readonly from: number;
  readonly to: number;
}

const isHead = ({ text }: Sign) => text.endsWith('>') || text === '→' || text === '⟶';

/**
 * Concept, phrase and concept round two signs, such as "A - phrase -> B", "A --phrase--> B" or "A → phrase → B"; of one arrow
 * the phrase is empty; undefined where there is none with words on both sides.
 */
function arrowed(text: string): Omit<Row, 'line'> | undefined {
  const signs: Sign[] = [...text.matchAll(SIGNS)].map(({ 0: sign, index }) => ({
    text: sign,
    from: index,
    to: index + sign.length,
  }));
  const between = (from: number, to: number) => tidy(text.slice(from, to));
  // A hyphen inside a word is no dash: one before the phrase stands after a space, or there are two.
  const isTail = ({ text: sign, from }: Sign) =>
    from > 0 && (/^--/.test(sign) || /\s/.test(text[from - 1]!)) && between(0, from) !== '';
  const heads = signs.filter((sign) => isHead(sign));
  const tail = signs.find((sign) => !isHead(sign) && isTail(sign));
  const dashed = tail && heads.find(({ text: sign, from }) => from >= tail.to && /[-–—]>$/.test(sign));
  if (tail && dashed) {
    const parts = {
      from: between(0, tail.from),
      phrase: between(tail.to, dashed.from),
      to: between(dashed.to, text.length),
    };
    if (parts.phrase !== '' && parts.to !== '') return parts;
  }
  const [first, ...others] = heads.filter(({ from }) => from > 0);
  if (!first || between(0, first.from) === '') return undefined;
  const second = others.find(({ from }) => between(first.to, from) !== '');
  if (second && between(second.to, text.length) !== '')
    return {
      from: between(0, first.from),
      phrase: between(first.to, second.from),
      to: between(second.to, text.length),
    };
  const to = between(first.to, text.length);
  return to === '' ? undefined : { from: between(0, first.from), phrase: '', to };
}

/** A line as concept, phrase, concept; undefined where it is not of that form. */
export function proposition(text: string, apart: RegExp | undefined): Omit<Row, 'line'> | undefined {
  const arrows = arrowed(text);
  if (arrows) return arrows;
  const parts = apart ? text.trim().split(apart).map(tidy) : [];
  return parts.length === 3 && parts[0] && parts[2] ? { from: parts[0], phrase: parts[1]!, to: parts[2] } : undefined;
}

/** What a line that is typed says beyond a name: a proposition with arrows, the focus question. */
export const typedLine = (
  text: string,
): { readonly focus: string } | { readonly from: string; readonly phrase: string; readonly to: string } | undefined => {
  const focus = FOCUS.exec(text);
  return focus ? { focus: tidy(focus[1]!) } : proposition(text, undefined);
};

/** `[linking phrase] concept`, in square or round brackets. */
export const split: SplitLine = (line) => {
  const square = /^\[([^\]]*)\](.*)$/s.exec(line);
  const found = square ?? /^\(([^)]*)\)(.*)$/s.exec(line);
  const name = tidy(found?.[2] ?? '');
  // Round brackets alone are a name; square ones alone are a phrase whose concept is still to come.
  if (!found || (!square && name === '')) return { name: tidy(line) };
  const phrase = tidy(found[1]!);
  return { name, ...(phrase && { phrase }) };
};

/** Concepts under those that lead to them, linking phrases in brackets; the focus question first. */
export function outlineOf(chart: Chart): string {
  const focus = chart.arrangement['focus'];
  const lines = writeOutline(
    walk(treeOf(chart.items)).map(({ id, depth }) => {
      const { name = '', phrase } = chart.items[id]!.fields;
      const needed = phrase || /^[[(]/.test(name);
      return { level: depth, cells: [`${needed ? `[${phrase ?? ''}] ` : ''}${name || '?'}`] };
    }),
  );
  return typeof focus === 'string' && focus !== '' ? `? ${focus}\n${lines}` : lines;
}

export function cell(chart: Chart, item: string, field: string): string | undefined {
  const { parent } = chart.items[item]!;
  return field === 'from' && parent !== null ? (chart.items[parent]!.fields['name'] ?? '') : undefined;
}

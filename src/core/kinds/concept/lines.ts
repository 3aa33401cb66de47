/** Lines and cells of concept maps, as they are typed and written. */
import { type Chart, treeOf, walk } from '../../chart';
import { type SplitLine, tidy, writeOutline } from '../../list';

export const FOCUS = /^\s*(?:\?\s*|focus question\s*[:–-]\s*)(.+)$/is;

/** Runs of dashes and arrows, each whole: nothing is looked at twice, however long a run is. */
const SIGNS = /<?-+>?|<?[–—]>?|<?=>|[→⟶⇒←⟵⇐↔⟷⇔]/gu;
/** A line of more signs than this is markup or an ornament. */
const MOST_SIGNS = 40;
interface Sign {
  readonly text: string;
  readonly from: number;
  readonly to: number;
}

const leadsOn = ({ text }: Sign) => /[>→⟶⇒↔⟷⇔]$/u.test(text);
const leadsBack = ({ text }: Sign) => /^[<←⟵⇐↔⟷⇔]/u.test(text);
const isHead = (sign: Sign) => leadsOn(sign) || leadsBack(sign);

/** What a line says of two concepts. */
export interface Proposition {
  readonly from: string;
  readonly phrase: string;
  readonly to: string;
  /** It says the same from either end: A <-> B. */
  readonly both?: true;
}

/**
 * Concept, phrase and concept round two signs, such as "A - phrase -> B", "A --phrase--> B", "A → phrase → B" or
 * "A <- phrase - B"; round one arrow, where the phrase may follow: "A -> B: phrase"; undefined where there is none with words
 * on both sides.
 */
function arrowed(text: string): Proposition | undefined {
  const signs: Sign[] = [];
  for (const { 0: sign, index } of text.matchAll(SIGNS)) {
    if (signs.length === MOST_SIGNS) return undefined;
    signs.push({ text: sign, from: index, to: index + sign.length });
  }
  const between = (from: number, to: number) => tidy(text.slice(from, to));
  // A hyphen inside a word is no dash: one before or after the phrase stands beside a space, or there are two.
  const isDash = ({ text: sign, from, to }: Sign) =>
    /^--|[–—]/.test(sign) || /\s/.test(text[from - 1] ?? '') || /\s/.test(text[to] ?? '');
  const isTail = (sign: Sign) =>
    sign.from > 0 && (/^--/.test(sign.text) || /\s/.test(text[sign.from - 1]!)) && between(0, sign.from) !== '';
  const turned = (first: Sign, last: Sign | undefined, parts: Proposition): Proposition => {
    const [on, back] = [leadsOn(last ?? first), leadsBack(first)];
    if (on && back) return { ...parts, both: true };
    return back ? { ...parts, from: parts.to, to: parts.from } : parts;
  };
  const heads = signs.filter((sign) => isHead(sign));
  const tail = signs.find((sign) => isTail(sign) && (!isHead(sign) || (leadsBack(sign) && !leadsOn(sign))));
  const end =
    tail &&
    signs.find(
      (sign) =>
        sign.from >= tail.to && (/[-–—]>$/.test(sign.text) || (leadsBack(tail) && !isHead(sign) && isDash(sign))),
    );
  if (tail && end) {
    const parts = { from: between(0, tail.from), phrase: between(tail.to, end.from), to: between(end.to, text.length) };
    if (parts.phrase !== '' && parts.to !== '') return turned(tail, end, parts);
  }
  const [first, ...others] = heads.filter(({ from }) => from > 0);
  if (!first || between(0, first.from) === '') return undefined;
  const second = others.find(({ from }) => between(first.to, from) !== '');
  if (second && between(second.to, text.length) !== '')
    return turned(first, second, {
      from: between(0, first.from),
      phrase: between(first.to, second.from),
      to: between(second.to, text.length),
    });
  const to = between(first.to, text.length);
  if (to === '') return undefined;
  const at = to.search(/:\s/);
  const behind = at > 0 ? tidy(to.slice(at + 1)) : '';
  return turned(first, undefined, {
    from: between(0, first.from),
    phrase: behind,
    to: behind === '' ? to : tidy(to.slice(0, at)),
  });
}

/** A line as concept, phrase, concept; undefined where it is not of that form. */
export function proposition(text: string, apart: RegExp | undefined): Proposition | undefined {
  const arrows = arrowed(text);
  if (arrows) return arrows;
  const parts = apart ? text.trim().split(apart).map(tidy) : [];
  return parts.length === 3 && parts[0] && parts[2] ? { from: parts[0], phrase: parts[1]!, to: parts[2] } : undefined;
}

/** What a line that is typed says beyond a name: a proposition with arrows, the focus question. */
export const typedLine = (text: string): { readonly focus: string } | Proposition | undefined => {
  const focus = FOCUS.exec(text);
  return focus ? { focus: tidy(focus[1]!) } : proposition(text, undefined);
};

/** Words before a colon that are a phrase: few, none in brackets, and begun small where their script knows that. */
export const COLON_PHRASE = /^([\p{Ll}\p{Lo}][^:[\]()]{0,60}):\s+(\S.*)$/su;

/** `[linking phrase] concept`, in square or round brackets, or `linking phrase: concept` under another. */
export const split: SplitLine = (line, _separator, level) => {
  const before = level > 0 ? COLON_PHRASE.exec(tidy(line)) : null;
  if (before) return { name: tidy(before[2]!), phrase: tidy(before[1]!) };
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
      const needed = phrase || /^[[(]|:\s/.test(name);
      return { level: depth, cells: [`${needed ? `[${phrase ?? ''}] ` : ''}${name || '?'}`] };
    }),
  );
  return typeof focus === 'string' && focus !== '' ? `? ${focus}\n${lines}` : lines;
}

export function cell(chart: Chart, item: string, field: string): string | undefined {
  const { parent } = chart.items[item]!;
  return field === 'from' && parent !== null ? (chart.items[parent]!.fields['name'] ?? '') : undefined;
}

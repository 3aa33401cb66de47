/** Nested lists and headings of Markdown (CommonMark 0.31, sections 4.2, 5.2, 5.3, 6.7) as levels. */

import { SOFT_BREAK } from '../list/words';

const HEADING = /^ {0,3}(#{1,6})\s+(.*)$/s;
/** A heading's words without the signs that close it. */
const closed = (words: string) =>
  words
    .trimEnd()
    .replace(/(?<!#)#+$/, '')
    .trimEnd();
const ITEM = /^(\s*)([-*+•]|\d{1,9}[.)])(\s+)(.*)$/s;

/** Words without the marks that only say how they look. */
const plain = (text: string): string => {
  const kept: string[] = [];
  // What was escaped is set aside, so that it is not taken for a mark.
  const held = text.replace(/\\([!-/:-@[-`{-~])/g, (_, sign: string) => `\uE010${kept.push(sign) - 1}\uE011`);
  return held
    .replace(/!?\[([^\]]{0,300})\]\([^)\s]{0,2000}(?:\s{1,9}"[^"]{0,300}")?\)/g, '$1')
    .replace(/(\*\*|__)(?=\S)(.{0,300}?\S)\1/g, '$2')
    .replace(/(?<![\p{L}\p{N}])([*_])(?=\S)(.{0,300}?\S)\1(?![\p{L}\p{N}])/gu, '$2')
    .replace(/`([^`]+)`/g, '$1')
    .replace(/^\[[ xX]\]\s+/, '')
    .replace(/\uE010(\d+)\uE011/g, (_, at: string) => kept[Number(at)]!);
};

/** An odd backslash at the end is a hard line break. */
const goesOn = (line: string) => /(?<!\\)(\\\\)*\\$/.test(line);
const unbroken = (line: string) => (goesOn(line) ? line.slice(0, -1) : line);

/** Lines joined to more letters than this are items of their own, unless they are as long as wrapped prose. */
const LONGEST = 300;
const LONGEST_PROSE = 2_000;
const PROSE_LINE = 35;
const isMerged = (letters: number, lines: number) =>
  letters > LONGEST_PROSE || (letters > LONGEST && letters / lines < PROSE_LINE);

const columns = (space: string) => space.replace(/\t/g, '    ').length;

const FENCE = /^ {0,3}(`{3,}|~{3,})/;

/** Whether a text is written in Markdown rather than as a plain outline: headings, or escapes and marks in bullets. */
export function looksLikeMarkdown(text: string): boolean {
  const lines = text
    .slice(0, 50_000)
    .split('\n')
    .filter((line) => line.trim() !== '');
  const headings = lines.filter((line) => HEADING.test(line)).length;
  const items = lines.filter((line) => ITEM.test(line));
  // Lines that are moved in without bullets are an outline: a number sign before one is no heading there.
  const moved = lines.filter((line) => /^\t+\S/.test(line) && !ITEM.test(line)).length;
  if (moved > lines.length * 0.1 && !lines.some((line) => FENCE.test(line))) return false;
  if (lines.some((line, i) => i > 0 && /^ {0,3}={4,}\s*$/.test(line) && !/^\s/.test(lines[i - 1]!))) return true;
  if (headings > 1 || (headings > 0 && items.length > 0)) return true;
  if (items.length < lines.length * 0.6) return false;
  return items.some((line) => /(\*\*|__)\S|\\[!-/:-@[-`{-~]|\]\(/.test(line));
}

/** Remarks (CommonMark 0.31, section 4.6) are shown nowhere; every line stays where it is. */
const withoutRemarks = (text: string) =>
  text.includes('<!--') ? text.replace(/<!--[\s\S]*?(?:-->|$)/g, (remark) => remark.replace(/[^\n]/g, '')) : text;

/** What a link leads to, said elsewhere (section 4.7): it is shown nowhere. */
const REFERENCE = /^ {0,3}\[[^\]]{1,300}\]:\s*\S+/;
const UNDERLINE = /^ {0,3}(=+|-+)\s*$/;

/** A block of code (section 4.5) as one line, words that are underlined (section 4.3) as headings; lines stay where they are. */
function blocksHeld(lines: readonly string[]): string[] {
  const out = [...lines];
  let fence: { readonly mark: string; readonly at: number } | undefined;
  for (const [i, line] of lines.entries()) {
    const mark = FENCE.exec(line)?.[1];
    if (fence) {
      out[i] = '';
      if (mark?.startsWith(fence.mark) && line.trim() === mark) fence = undefined;
      else if (line.trim() !== '')
        out[fence.at] = `${out[fence.at]}${out[fence.at] === '' ? '' : SOFT_BREAK}${line.trim()}`;
    } else if (mark && !line.slice(line.indexOf(mark) + mark.length).includes('`')) {
      fence = { mark, at: i };
      out[i] = '';
    } else if (REFERENCE.test(line)) out[i] = '';
    else if (
      UNDERLINE.test(line) &&
      i > 0 &&
      out[i - 1]!.trim() !== '' &&
      !/^\s*(?:[-*+>#|]|\d+[.)]\s)/.test(out[i - 1]!)
    ) {
      out[i - 1] = `${line.includes('=') ? '#' : '##'} ${out[i - 1]!.trim()}`;
      out[i] = '';
    }
  }
  return out;
}

/**
 * The text as an outline, a tab a level, every line where it stood in the source.
 * @param meaning signs that are no bullets where others are used, such as a plus before a partner
 */
export function outlineOfMarkdown(text: string, meaning = ''): string {
  const source = blocksHeld(withoutRemarks(text).split('\n'));
  const others = source.some((line) => {
    const found = ITEM.exec(line);
    return found !== null && !meaning.includes(found[2]!);
  });
  const bulletOf = (line: string) => {
    const found = ITEM.exec(line);
    return found && !(others && meaning.includes(found[2]!)) ? found : null;
  };
  const headings: number[] = [];
  let open: number[] = [];
  let continues = false;
  const out = source.map(() => '');
  let last = -1;
  /** The first line of the item under way, its indent, and whether its lines stay apart. */
  let paragraph = { first: '', indent: '', apart: false };
  const begin = (i: number, indent: string, words: string) => {
    out[i] = indent + words;
    last = i;
    paragraph = { first: out[i]!, indent, apart: false };
  };
  for (const [i, line] of source.entries()) {
    if (line.trim() === '') {
      continues = false;
      continue;
    }
    const heading = HEADING.exec(line);
    if (heading) {
      const rank = heading[1]!.length;
      while (headings.length > 0 && headings.at(-1)! >= rank) headings.pop();
      begin(i, '\t'.repeat(headings.length), plain(closed(heading[2]!)));
      headings.push(rank);
      open = [];
      continues = false;
      continue;
    }
    const item = bulletOf(line);
    if (!item && last >= 0 && (continues || (open.length > 0 && /^\s/.test(line)))) {
      // Another line of the same item: a hard break where the line before ends in a backslash or two spaces.
      const before = source[i - 1] ?? '';
      const hard = goesOn(before) || before.endsWith('  ');
      const words = plain(unbroken(line.trim()));
      if (!paragraph.apart && !hard && isMerged(out[last]!.length + words.length, i - last + 1)) {
        paragraph.apart = true;
        out[last] = paragraph.first;
        for (let k = last + 1; k < i; k++) {
          const own = source[k]!.trim();
          if (own !== '') out[k] = paragraph.indent + plain(unbroken(own));
        }
      }
      if (paragraph.apart) out[i] = paragraph.indent + words;
      else out[last] = `${out[last]!.trimEnd()}${hard ? SOFT_BREAK : ' '}${words}`;
      continues = true;
      continue;
    }
    if (item) {
      const column = columns(item[1]!);
      while (open.length > 0 && open.at(-1)! > column) open.pop();
      const level = open.length;
      open.push(column + item[2]!.length + Math.min(4, columns(item[3]!)));
      begin(i, '\t'.repeat(headings.length + level), plain(unbroken(item[4]!)));
    } else {
      open = [];
      begin(i, '\t'.repeat(headings.length), plain(unbroken(line.trim())));
    }
    continues = true;
  }
  return out.join('\n');
}

const escaped = (text: string) =>
  text
    .replace(/[\\*_`<>[\]#]/g, '\\$&')
    .replace(/^([-+•]|\d{1,9}[.)])(?=\s)/, (mark) => (/^\d/.test(mark) ? mark.replace(/[.)]/, '\\$&') : `\\${mark}`));

/** Lines with their levels as a nested list; a line end inside an item is a hard break. */
export const writeMarkdown = (lines: readonly { readonly level: number; readonly text: string }[]): string =>
  lines
    .map(({ level, text }) => {
      const indent = '  '.repeat(level);
      return `${indent}- ${text.split('\n').map(escaped).join(`\\\n${indent}  `)}\n`;
    })
    .join('');
